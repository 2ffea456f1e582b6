# frozen_string_literal: true

module Dielectra
  module Session
    # What a voltmeter or a detector would show under each hypothesis, with the power on
    class VoltageSignatures
      include Signatures

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param toggles [Diagnosis::Toggles]
      # @param questions [Array<Array<String>>] two points, or the one that is asked whether it is live
      def initialize(hypotheses, prediction, arrangement, toggles, questions)
        sort_out(hypotheses, questions) do |hypothesis|
          shares = prediction.shares(hypothesis, toggles)
          ways = hypothesis.ways_with(toggles)
          questions.map do |question|
            ways.sum { |way, share| share * shares.of(shown(prediction, way, arrangement, *question)) }
          end
        end
      end

      private

      # @return [Integer] combinations in which there is a yes
      def shown(prediction, hypothesis, arrangement, one, other = nil)
        if other
          prediction.full(hypothesis, arrangement, one, other)
        else
          prediction.standing(hypothesis, arrangement, one).line
        end
      end
    end
  end
end
