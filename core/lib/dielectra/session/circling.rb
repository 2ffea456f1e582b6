# frozen_string_literal: true

module Dielectra
  module Session
    # Detects a session that makes no progress: the breaker switched too often, or wires moved back and forth.
    class Circling
      # @param steps [Array<Hash>] with their answers
      def initialize(steps)
        @steps = steps
      end

      # @return [Boolean]
      def circling? = switched_too_often? || back_and_forth?

      private

      def switched_too_often? = @steps.count { |step| step["do"] == "breaker" } >= Troubleshooting::MOST_SWITCHED

      # Whether wires are moved without a reading, or a box was joined in the same way again and again
      def back_and_forth?
        moves = @steps.select { |step| step["do"] == "arrange" && Steps.done?(step) }
        last = @steps.last(Troubleshooting::MOST_MOVED)
        (last.size == Troubleshooting::MOST_MOVED && last.all? { |step| step["do"] == "arrange" }) ||
          moves.map { |step| [step["place"], step["joints"].map(&:sort).sort] }.tally.values.max.to_i >
            Troubleshooting::MOST_REPEATED
      end
    end
  end
end
