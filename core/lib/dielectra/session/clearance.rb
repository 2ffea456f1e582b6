# frozen_string_literal: true

module Dielectra
  module Session
    # Before power comes on where it is not quite sure that line meets neither neutral nor ground: the dead reading that would
    # show it if it did.
    class Clearance
      # Probability of a hazard that a reading may still take away.
      MOST = 0.25
      # Hypotheses that are looked at on either side.
      LEADING = 40
      # Share of the hazard that has to be gone once the reading has come out as expected.
      TELLING = 0.5

      # @param hazardous [Array<Diagnosis::Hypothesis>] those under which energising would be one
      # @param arrangement [Evidence::Arrangement] as things are joined now
      # @param raised [Hash{String => Boolean}] how the toggles stand
      def initialize(belief, hazardous, arrangement, raised)
        @belief = belief
        @hazardous = hazardous.first(LEADING)
        @arrangement = arrangement
        @raised = raised
      end

      # @param pairs [Array<Array(String, String)>]
      # @return [Array(String, String), nil] the pair whose reading takes most of the hazard away
      def best(pairs)
        expected = @belief.hypotheses.find { |hypothesis| !@hazardous.include?(hypothesis) } or return
        total = @hazardous.sum(&:weight)
        pair, left = pairs.filter_map { |one| left_by(one, expected)&.then { |share| [one, share] } }.min_by(&:last)
        pair if left && left < (1 - TELLING) * total
      end

      private

      # Weight of the hazardous that would read the same.
      def left_by(pair, expected)
        reading = beeps(expected, pair)
        return if reading == :perhaps

        @hazardous.sum { |hypothesis| [reading, :perhaps].include?(beeps(hypothesis, pair)) ? hypothesis.weight : 0.0 }
      end

      def beeps(hypothesis, pair) = @belief.prediction.beeps(hypothesis, @arrangement, @raised, *pair)
    end
  end
end
