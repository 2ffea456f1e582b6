# frozen_string_literal: true

module Dielectra
  module Session
    # Which pairs of points would beep under each hypothesis.
    class Beeps
      include Patterns

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param toggles [Diagnosis::Toggles]
      # @param pairs [Array<Array(String, String)>] of which a question is asked
      def initialize(hypotheses, prediction, arrangement, toggles, pairs)
        sort_out(hypotheses, pairs) do |hypothesis|
          shares = prediction.shares(hypothesis, toggles)
          pairs.map { |one, other| prediction.beep(hypothesis, arrangement, one, other, shares) }
        end
      end
    end
  end
end
