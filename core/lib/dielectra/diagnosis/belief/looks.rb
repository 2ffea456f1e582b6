# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # All looks at lights and breaker so far, evaluated once per distinct light pattern. Hypotheses whose lights agree
    # in every watched state share the result.
    class Looks
      LOOKED_AT = %i[lamp breaker].freeze

      # @return [Array<Observation>] all other observations
      attr_reader :others

      # @param observations [Array<Observation>]
      def initialize(world, prediction, observations)
        @world = world
        @prediction = prediction
        @lamps = world.lamps.keys
        @looks, @others = observations.partition { |seen| LOOKED_AT.include?(seen.what) }
        @states =
          @looks
            .group_by(&:arrangement)
            .map do |arrangement, looks|
              ever = looks.any? { |seen| seen.reading == "tripped" } ? world.combinations : []
              [
                arrangement,
                looks.flat_map { |seen| seen.toggles.states }.union(ever).sum { |raised| world.bit(raised) }
              ]
            end
        @told = {}
      end

      # @param hypothesis [Hypothesis] that has learned nothing yet
      # @return [Array(Float, Array<Float>)] how likely it makes all looks together, and how likely each way the
      #   unknowns may be; see Hypothesis#odds
      def told(hypothesis)
        @told[hypothesis.ways.map { |way| shown(way) }] ||= @looks.reduce([1.0, nil]) do |(share, odds), seen|
          likelihoods = @prediction.likelihoods(hypothesis, seen)
          [share * seen.toggles.expected(odds, likelihoods), seen.toggles.learned(odds, likelihoods)]
        end
      end

      private

      # The light pattern over the watched states, packed into one number
      def shown(hypothesis)
        @states.reduce(1) do |code, (arrangement, states)|
          code = join(code, hypothesis.reach(arrangement).tripped & states)
          @lamps.reduce(code) do |all, lamp|
            join(
              join(all, @prediction.lit(hypothesis, arrangement, lamp) & states),
              @prediction.dim(hypothesis, arrangement, lamp) & states
            )
          end
        end
      end

      def join(code, bits) = (code << @world.combinations.size) | bits
    end
  end
end
