# frozen_string_literal: true

module Dielectra
  module Session
    # Detects a session that makes no progress: the breaker switched too often, or wires moved back and forth.
    class Circling
      # @param log [Evidence::Log]
      def initialize(log)
        @log = log
      end

      # @return [Boolean]
      def circling? = switched_too_often? || back_and_forth?

      private

      def switched_too_often? = @log.count { |entry| entry.kind == "breaker" } >= Troubleshooting::MOST_SWITCHED

      # Whether wires are moved without a reading, or a box was joined in the same way again and again
      def back_and_forth?
        last = @log.last(Troubleshooting::MOST_MOVED)
        (last.size == Troubleshooting::MOST_MOVED && last.all? { |entry| entry.kind == "arrange" }) ||
          @log
            .done("arrange")
            .map { |entry| [entry["place"], entry["joints"].map(&:sort).sort] }
            .tally
            .values
            .any? { |times| times > Troubleshooting::MOST_REPEATED }
      end
    end
  end
end
