# frozen_string_literal: true

module Dielectra
  module Session
    # If it is not quite certain that line meets neither neutral nor ground: the reading that would show it
    class Clearance
      # Highest probability of a hazard that a reading may still rule out
      MOST = 0.6
      # Hypotheses looked at on either side
      LEADING = 40
      # Least likelihood of the reading to be expected
      CERTAIN = 0.7
      # Least share of the hazard that the expected reading has to rule out. There may be several hazards, each with a
      # reading of its own.
      TELLING = 0.2

      # @param hazardous [Array<Diagnosis::Hypothesis>] those under which energizing would be one
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
      def best(pairs)
        most_telling(pairs) do |hypothesis, pair, shares|
          path = @belief.prediction.path(hypothesis, @arrangement, *pair)
          perhaps = (path.loads.each_value.reduce(path.series, :|) | path.weak)
          { true => shares.of(path.sure & ~path.weak), :perhaps => shares.of(perhaps) }
        end
      end

      # @return [Array(String, String), nil] the same in ohms, which tell copper from a load
      def best_in_ohms(pairs) =
        most_telling(pairs) do |hypothesis, pair, shares|
          { true => shares.of(@belief.prediction.joined(hypothesis, @arrangement, *pair)) }
        end

      # @param points [Array<String>]
      # @return [String, nil] the point at which a detector takes most of it away
      def best_point(points)
        most_telling(points) do |hypothesis, point, shares|
          at = @belief.prediction.standing(hypothesis, @arrangement, point)
          {
            line: shares.of(at.line),
            neutral: shares.of(at.neutral),
            perhaps: shares.of(@belief.world.every & ~at.line & ~at.neutral)
          }
        end
      end

      private

      def most_telling(subjects, &)
        expected = @belief.hypotheses.find { |hypothesis| !@hazardous.include?(hypothesis) } or return
        total = @hazardous.sum(&:weight)
        subject, left =
          subjects.filter_map { |one| left_by(one, expected, &)&.then { |share| [one, share] } }.min_by(&:last)
        subject if left && left < (1 - TELLING) * total
      end

      # Weight of the hazardous hypotheses that would read the same
      # @yieldreturn [Hash{Object => Float}] how likely a hypothesis makes each reading, :perhaps where it may be
      #   either; what is left is a no
      def left_by(subject, expected, &)
        reading, share = readings(expected, subject, &).max_by(&:last)
        return if reading == :perhaps || share < CERTAIN

        @hazardous.sum do |hypothesis|
          readings(hypothesis, subject, &).values_at(reading, :perhaps).compact.sum * hypothesis.weight
        end
      end

      def readings(hypothesis, subject)
        said = yield(hypothesis, subject, @belief.prediction.shares(hypothesis, @toggles))
        said.merge(false => 1.0 - said.each_value.sum) { |_, told, left| told + left }
      end
    end
  end
end
