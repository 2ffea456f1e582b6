# frozen_string_literal: true

module Dielectra
  module Session
    # Before power comes on where it is not quite sure that line meets neither neutral nor ground: the reading that would
    # show it if it did, dead or as things are joined now and fit for it.
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
      # @return [Array(String, String), nil] the pair whose continuity takes most of the hazard away
      def best(pairs) = most_telling(pairs) { |hypothesis, pair| @belief.prediction.beeps(hypothesis, @arrangement, @raised, *pair) }

      # @param points [Array<String>]
      # @return [String, nil] the point at which a detector takes most of it away
      def best_point(points)
        most_telling(points) do |hypothesis, point|
          at = @belief.prediction.potential(hypothesis, @arrangement, @raised, point)
          at == :floating ? :perhaps : at
        end
      end

      private

      def most_telling(subjects, &)
        expected = @belief.hypotheses.find { |hypothesis| !@hazardous.include?(hypothesis) } or return
        total = @hazardous.sum(&:weight)
        subject, left = subjects.filter_map { |one| left_by(one, expected, &)&.then { |share| [one, share] } }.min_by(&:last)
        subject if left && left < (1 - TELLING) * total
      end

      # Weight of the hazardous that would read the same.
      # @yieldreturn [Object] what a hypothesis makes one read, :perhaps where it may be either
      def left_by(subject, expected)
        reading = yield(expected, subject)
        return if reading == :perhaps

        @hazardous.sum { |hypothesis| [reading, :perhaps].include?(yield(hypothesis, subject)) ? hypothesis.weight : 0.0 }
      end
    end
  end
end
