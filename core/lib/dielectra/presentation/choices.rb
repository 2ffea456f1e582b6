# frozen_string_literal: true

module Dielectra
  module Presentation
    # The answers a step can have, as buttons: label, the answer in the form of the protocol, how likely it is, and what
    # it would mean.
    class Choices
      # Probability below which an answer is not expected.
      NEGLIGIBLE = 0.0005
      UNEXPECTED = "Not expected: something would have been missed."

      # @param action [Action, nil] where the step is the question of one
      def initialize(session, step, action)
        @session = session
        @step = step
        @action = action
      end

      # @return [Array<Hash>] `label`, `answer`, `share`, `meaning`; empty where a form asks for the answer
      def to_a
        rows =
          named.map { |label, answer, outcome| { "label" => label, "answer" => answer, **expected(outcome, answer) } }
        same?(rows) ? rows.map { |row| row.except("meaning") } : rows
      end

      private

      # Whether every answer means the same: then none of them is worth a line.
      def same?(rows) = rows.size > 1 && rows.map { |row| row["meaning"] }.uniq.one?

      def named = @named ||= Telling::Words.of(@step.to_h).choices(@session)

      def expected(outcome, answer)
        return {} unless @action && !outcome.nil?

        weights = outcome == :read ? read(answer) : joint(outcome)
        share = weights.sum
        percent = Wording.percent(share)
        return { "share" => 0.0, "percent" => percent, "meaning" => UNEXPECTED } if share < NEGLIGIBLE

        { "share" => share.round(3), "percent" => percent, "meaning" => "Then: #{meaning(weights)}." }
      end

      # For each hypothesis its joint probability with the answer
      def joint(outcome)
        expected_cost = @session.expected_cost
        @action.answers.each_with_index.map do |answers, number|
          expected_cost.weights[number] * answers.fetch(outcome, 0.0)
        end
      end

      # The same for a reading in numbers, normalized over all choices
      def read(answer)
        rows = @read ||= named.to_h { |_, each, _| [each, likelihoods(each)] }
        total = rows.each_value.sum(&:sum)
        total.zero? ? rows.fetch(answer) : rows.fetch(answer).map { |weight| weight / total }
      end

      def likelihoods(answer)
        seen =
          Diagnosis::Observation
            .of(@step.to_h.merge("answer" => answer), @session.situation, 0, @session.belief.world)
            .map { |one| @session.belief.world.interned(one) }
            .first
        @session
          .expected_cost
          .hypotheses
          .zip(@session.expected_cost.weights)
          .map { |hypothesis, weight| seen ? weight * @session.belief.prediction.likelihood(hypothesis, seen) : 0.0 }
      end

      def meaning(weights)
        fact, share = (@facts ||= Facts.new(@session)).told(weights)
        "#{fact}, #{Wording.percent(share)}"
      end
    end
  end
end
