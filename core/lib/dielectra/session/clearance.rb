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
      # How likely the reading that is to be expected has to be at least.
      CERTAIN = 0.7
      # Share of the hazard that has to be gone once the reading has come out as expected; there may be several, each with a reading of its own.
      TELLING = 0.2

      # @param hazardous [Array<Diagnosis::Hypothesis>] those under which energising would be one
      # @param arrangement [Evidence::Arrangement] as things are joined now
      # @param toggles [Diagnosis::Toggles] how the toggles may stand
      def initialize(belief, hazardous, arrangement, toggles)
        @belief = belief
        @hazardous = hazardous.first(LEADING)
        @arrangement = arrangement
        @toggles = toggles
      end

      # @param pairs [Array<Array(String, String)>]
      # @return [Array(String, String), nil] the pair whose continuity takes most of the hazard away
      def best(pairs) = most_telling(pairs) { |hypothesis, pair, raised| @belief.prediction.beeps(hypothesis, @arrangement, raised, *pair) }

      # @return [Array(String, String), nil] the same in ohms, which tell copper from a cold lamp
      def best_in_ohms(pairs) = most_telling(pairs) { |hypothesis, pair, raised| @belief.prediction.beeps(hypothesis, @arrangement, raised, *pair) == true }

      # @param points [Array<String>]
      # @return [String, nil] the point at which a detector takes most of it away
      def best_point(points)
        most_telling(points) do |hypothesis, point, raised|
          at = @belief.prediction.potential(hypothesis, @arrangement, raised, point)
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
      # @yieldreturn [Object] what a hypothesis makes one read in a combination of toggles, :perhaps where it may be either
      def left_by(subject, expected, &)
        reading, share = readings(expected, subject, &).max_by(&:last)
        return if reading == :perhaps || share < CERTAIN

        @hazardous.sum { |hypothesis| readings(hypothesis, subject, &).values_at(reading, :perhaps).compact.sum * hypothesis.weight }
      end

      # How likely a hypothesis makes each reading, the toggles standing as they may.
      def readings(hypothesis, subject)
        @toggles.states.zip(@toggles.shares(hypothesis.starts)).each_with_object(Hash.new(0.0)) { |(raised, share), all| all[yield(hypothesis, subject, raised)] += share }
      end
    end
  end
end
