# frozen_string_literal: true

module Dielectra
  module Presentation
    # What may be wrong, in words. Causes that are worded alike are one to the reader.
    class Suspects
      # @param findings [Diagnosis::Findings]
      # @return [Array<Array(String, Float)>] words and probability, likeliest first
      def self.of(findings)
        findings
          .suspects
          .each_with_object(Hash.new(0.0)) { |(causes, share), sums| sums[Wording.causes(causes)] += share }
          .sort_by { |_, share| -share }
      end

      # The two causes that a question parts best
      # @param session [Session::Troubleshooting]
      # @param answers [Array<Hash{Object => Float}>] for each hypothesis of its expected cost how likely each answer is
      # @return [Array<Array(String, Float)>, nil] words and probability of both; nil where the question parts none
      def self.parted(session, answers)
        groups = grouped(session, answers)
        pair = groups.combination(2).max_by { |one, other| told(one, other) }
        return if pair.nil? || told(*pair) < LEAST

        pair.sort_by { |group| -group.share }.map { |group| [group.words, group.share] }
      end

      # Probability that has to hang on a question for it to part two causes
      LEAST = 0.005
      # Causes that are compared at most
      MOST = 12

      Group = Struct.new(:words, :share, :answers)
      private_constant :Group

      # @return [Array<Group>] causes by their words, with the answers each leads one to expect
      def self.grouped(session, answers)
        cost = session.expected_cost
        rows = cost.hypotheses.zip(cost.weights, answers)
        groups = rows.group_by { |hypothesis, _, _| Wording.causes(session.findings.suspected(hypothesis)) }
        groups
          .map { |words, some| Group.new(words, some.sum { |_, weight, _| weight }, expected(some)) }
          .max_by(MOST, &:share)
      end
      private_class_method :grouped

      def self.expected(rows)
        total = rows.sum { |_, weight, _| weight }
        rows.each_with_object(Hash.new(0.0)) do |(_, weight, answers), sums|
          answers.each { |answer, share| sums[answer] += weight * share / total } if total.positive?
        end
      end
      private_class_method :expected

      # Total variation distance between what two causes lead one to expect, times the lesser probability
      def self.told(one, other)
        apart = (one.answers.keys | other.answers.keys).sum { |key| (one.answers[key] - other.answers[key]).abs } / 2
        apart * [one.share, other.share].min
      end
      private_class_method :told
    end
  end
end
