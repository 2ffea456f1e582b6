# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # All looks at the lights and the breaker so far, taken together: what they say is worked out once for all hypotheses under
    # which the lights do the same in every state that was looked at.
    class Looks
      LOOKED_AT = %i[lamp breaker].freeze
      # What a light may do, as digits of a number that stands for all of them.
      DIGITS = {on: 0, off: 1, dim: 2, tripped: 3}.freeze

      # @return [Array<Observation>] what was seen that is no look
      attr_reader :others

      # @param observations [Array<Observation>]
      def initialize(world, prediction, observations)
        @prediction = prediction
        @lamps = world.lamps.keys
        @looks, @others = observations.partition { |seen| LOOKED_AT.include?(seen.what) }
        @states = @looks.group_by(&:arrangement).map do |arrangement, looks|
          ever = looks.any? { |seen| seen.reading == "tripped" } ? world.combinations : []
          [arrangement, looks.flat_map { |seen| seen.toggles.states }.union(ever)]
        end
        @told = {}
      end

      # @param hypothesis [Hypothesis] that has learnt nothing yet
      # @return [Array(Float, Array<Float>)] how likely it makes all looks together, and how likely each way the toggles may have
      #   stood at the start; see Hypothesis#starts
      def told(hypothesis)
        @told[shown(hypothesis)] ||= @looks.reduce([1.0, nil]) do |(share, starts), seen|
          likelihoods = @prediction.likelihoods(hypothesis, seen)
          [share * seen.toggles.expected(starts, likelihoods), seen.toggles.learnt(starts, likelihoods)]
        end
      end

      private

      def shown(hypothesis)
        code = 1
        @states.each do |arrangement, states|
          states.each { |raised| @lamps.each { |lamp| code = (code * DIGITS.size) + DIGITS.fetch(@prediction.light(hypothesis, arrangement, raised, lamp)) } }
        end
        code
      end
    end
  end
end
