# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Why a finding holds: the fewest answers that rule out the alternatives, found as a minimal hitting set.
    class Explanation
      # Likelihood ratio below which an answer counts against an alternative
      AGAINST = 0.2
      ALTERNATIVES = 40

      # @param log [Evidence::Log]
      def initialize(belief, situation, log)
        @belief = belief
        @situation = situation
        @log = log
      end

      # @param causes [Array<Hash>]
      # @return [Array<String>]
      def sentences(causes)
        return [] if @belief.hypotheses.empty?

        carried = carrying
        causes
          .map do |cause|
            shown = opening(cause["place"])
            numbers = ([shown].compact + carried).uniq
            "#{Presentation::Wording.cause(cause)}: #{rests(numbers)}."
          end
          .uniq
      end

      # @return [Array<Integer>] numbers of the fewest steps that rule out the alternatives to the best hypothesis
      def carrying
        best = @belief.hypotheses.first
        sets =
          alternatives(best).filter_map do |other|
            numbers = @belief.observations.filter_map { |seen| seen.number if against?(seen, best, other) }.uniq
            numbers unless numbers.empty?
          end
        Explanation.smallest_hitting_set(sets.uniq)
      end

      # The answers that support a statement: its likelier alternatives that were ruled out, and the steps that did so
      # @param held [Proc] hypothesis => what is stated of it
      # @param value [Object] what is held to be so
      # @return [Array(Array<Integer>, Array<Object>)] numbers of the fewest steps that rule the others out, and the
      #   others
      def against_others(held, value)
        best = @belief.hypotheses.find { |hypothesis| held.call(hypothesis) == value } or return [], []
        others = wide.reject { |other| held.call(other) == value }
        sets =
          others.map do |other|
            [
              held.call(other),
              @belief.observations.filter_map { |seen| seen.number if against?(seen, best, other) }.uniq
            ]
          end
        ruled_out = sets.reject { |_, numbers| numbers.empty? }
        [Explanation.smallest_hitting_set(ruled_out.map(&:last).uniq), ruled_out.map(&:first).uniq]
      end

      # Steps by their numbers, reports by their names.
      def self.named(numbers)
        names, steps = numbers.partition { |number| number.is_a?(String) }
        names += ["step#{"s" if steps.size > 1} #{Presentation::Naming.list(steps.sort)}"] if steps.any?
        Presentation::Naming.list(names).then { |words| words[0].upcase + words[1..] }
      end

      # @param sets [Array<Array<Integer>>]
      # @return [Array<Integer>] the smallest set that meets every one of them; a greedy one beyond four members
      def self.smallest_hitting_set(sets)
        members = sets.flatten.uniq
        (0..4).each do |size|
          members.combination(size) { |picked| return picked if sets.all? { |set| set.intersect?(picked) } }
        end
        greedy(sets)
      end

      def self.greedy(sets)
        picked = []
        until sets.empty?
          picked << sets.flatten.tally.max_by(&:last).first
          sets = sets.reject { |set| set.include?(picked.last) }
        end
        picked
      end
      private_class_method :greedy

      private

      def alternatives(best) = wide.reject { |other| other.deviations == best.deviations }

      # The commonest hypotheses before anything was measured
      def wide = @wide ||= Space.new(@belief.world, @situation).most_common(ALTERNATIVES)

      def against?(seen, best, other)
        @belief.prediction.likelihood(other, seen) < AGAINST * @belief.prediction.likelihood(best, seen)
      end

      def opening(place) =
        @log
          .each_with_index
          .find { |entry, _| entry.kind == "open" && entry["place"] == place }
          &.then { |entry, at| entry.number || (at + 1) }

      def rests(numbers)
        return "nothing seen so far rules it out" if numbers.empty?

        named = Explanation.named(numbers)
        "#{named[0].downcase}#{named[1..]} #{numbers.one? ? "supports" : "support"} this over the alternatives"
      end
    end
  end
end
