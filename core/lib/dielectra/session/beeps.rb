# frozen_string_literal: true

module Dielectra
  module Session
    # Which pairs of points would beep under each hypothesis: nets are looked up once for all pairs.
    class Beeps
      # @param points [Array<String>] the points of a place, in pairs of which a question is asked
      def initialize(hypotheses, prediction, arrangement, states, points)
        @hypotheses = hypotheses
        @states = states.size
        @slot = points.each_with_index.to_h
        @rows = hypotheses.map do |hypothesis|
          states.map { |raised| prediction.nets_of(hypothesis, arrangement, raised, points) }
        end
      end

      # @param pair [Array(String, String)]
      # @return [Array<Float>] for each hypothesis, how likely a beep is
      def yes(pair)
        here = @slot[pair[0]]
        there = @slot[pair[1]]
        @rows.each_with_index.map do |states, number|
          sum = 0.0
          states.each do |nets, lamps|
            net = nets[here]
            far = nets[there]
            if net == far then sum += 1.0
            elsif lamps.any? { |one, other| (net == one && far == other) || (net == other && far == one) } then sum += @hypotheses[number].beeping
            end
          end
          sum / @states
        end
      end
    end
  end
end
