# frozen_string_literal: true

module Dielectra
  module Session
    # What proposals of readings have in common: of all pairs of points that could be read, those that tell most.
    class Readings < Proposal
      # Actions that are proposed of one set of questions.
      MOST = 3

      private

      # Readings that tell the same apart are one of them.
      # @param signatures [Signatures] what the hypotheses would let one read
      # @param there [WorkState] with the first reading taken
      # @yieldparam question [Array<String>]
      # @yieldreturn [Step, nil]
      # @return [Array<Action>]
      def best(purpose, questions, signatures, there, most: MOST, subject: nil)
        return [] if signatures.signatures.size < 2

        different = different(questions, signatures)
        lookahead = Lookahead.new(@expected_cost, signatures, different.map(&:first), @costs["probe"])
        lookahead
          .best(most)
          .map do |number|
            yes, question = different[number]
            rest = @expected_cost.repair(there, @expected_cost.weights) + lookahead.minutes_after(number)
            Action.new(
              purpose:,
              subject: subject || question,
              minutes: there.minutes,
              step: yield(question),
              answers: signatures.signature_of.map { |one| { true => yes[one], false => 1 - yes[one] } },
              value: there.minutes - @costs["probe"] + rest
            )
          end
      end

      # @return [Array<Array(Array<Float>, Object)>] how likely a yes is under each signature, and a question of which
      #   it is so
      def different(questions, signatures)
        questions
          .each_with_object({}) do |question, different|
            yes = signatures.yes(question)
            different[yes] ||= question unless yes.minmax.reduce(:-).abs < 1e-9
          end
          .to_a
      end

      def with_toggles(set, &) = set ? @approach.toggled(set, &) : yield
    end
  end
end
