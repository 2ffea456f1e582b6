# frozen_string_literal: true

module Dielectra
  module Presentation
    # Statements that hold under some hypotheses and not under others: what is wrong, and where cables lead. They say
    # what an answer would mean.
    class Facts
      # Least rise in probability that makes a statement worth making
      RISE = 0.03

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @expected_cost = session.expected_cost
        @rows = @expected_cost.hypotheses.map { |hypothesis| of(hypothesis) }
        @before = shares(@expected_cost.weights)
      end

      # The statement whose probability an answer raises most
      # @param joint [Array<Float>] for each hypothesis, how likely it is together with the answer
      # @return [Array(String, Float)] statement and its probability then
      def told(joint)
        after = shares(joint)
        fact, share = after.max_by { |statement, probability| probability - @before.fetch(statement, 0.0) }
        return fact, share if fact && share - @before.fetch(fact, 0.0) > RISE

        after.slice(*causes).max_by(&:last)
      end

      private

      def causes = @causes ||= @rows.map(&:first).uniq

      def of(hypothesis)
        [Wording.causes(@session.findings.suspected(hypothesis)), *leads(hypothesis)]
      end

      # Where each known cable leads
      def leads(hypothesis)
        hypothesis.skeleton.runs.flat_map do |run|
          run
            .ends
            .zip(run.places.reverse)
            .select { |name, _| EndId.single?(name) }
            .map do |name, far|
              place = EndId.place(name)
              number = EndId.number(name)
              "cable #{number} in #{Naming.place(place)} leads to #{Naming.destination(far)}"
            end
        end
      end

      def shares(weights)
        total = weights.sum
        sums = Hash.new(0.0)
        @rows.zip(weights) { |facts, weight| facts.each { |fact| sums[fact] += weight / total } } if total.positive?
        sums
      end
    end
  end
end
