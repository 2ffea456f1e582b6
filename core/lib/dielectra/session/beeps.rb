# frozen_string_literal: true

module Dielectra
  module Session
    # Which pairs of points would beep under each hypothesis.
    class Beeps
      include Patterns

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param toggles [Diagnosis::Toggles]
      # @param pairs [Array<Array(String, String)>] of which a question is asked
      # @param stirred [Array<String>] what is thrown or moved before
      def initialize(hypotheses, prediction, arrangement, toggles, pairs, stirred: prediction.stirred)
        sort_out(hypotheses, pairs) do |hypothesis|
          shares = prediction.shares(hypothesis, toggles)
          ways = hypothesis.ways_with(toggles, stirred)
          pairs.map { |one, other| prediction.beep(hypothesis, arrangement, one, other, shares, ways) }
        end
      end
    end
  end
end
