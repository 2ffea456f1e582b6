# frozen_string_literal: true

module Dielectra
  module Session
    # Which pairs of points would beep under each hypothesis. Hypotheses under which the points hang together alike are one
    # pattern, and a question is worked out once for each pattern.
    class Beeps
      include Patterns

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param points [Array<String>] the points of a place, in pairs of which a question is asked
      # @param toggles [Diagnosis::Toggles]
      def initialize(hypotheses, prediction, arrangement, toggles, points)
        @slot = points.each_with_index.to_h
        sort_out(hypotheses) do |hypothesis|
          rows = toggles.states.map { |raised| Patterns.named(prediction.nets_of(hypothesis, arrangement, raised, points)) }
          [rows, Patterns.rounded(toggles.shares(hypothesis.starts)), (hypothesis.beeping unless rows.all? { |_, lamps| lamps.empty? })]
        end
      end

      # @param pair [Array(String, String)]
      # @return [Array<Float>] for each pattern, how likely a beep is
      def yes(pair)
        here = @slot[pair[0]]
        there = @slot[pair[1]]
        patterns.map do |rows, shares, beeping|
          sum = 0.0
          rows.each_with_index do |(nets, lamps), number|
            net = nets[here]
            far = nets[there]
            if net == far then sum += shares[number]
            elsif lamps.any? { |one, other| (net == one && far == other) || (net == other && far == one) } then sum += beeping * shares[number]
            end
          end
          sum
        end
      end
    end
  end
end
