# frozen_string_literal: true

module Dielectra
  module Evidence
    # Whether the power is on or off, by the positions of the breakers. Situation includes this module.
    module Power
      # @return [String, nil] on, or off where one breaker of several is; nil until the breakers were looked at
      def power
        own = breakers.values_at(*job.breakers)
        return if own.include?(nil)

        own.all?("on") ? "on" : "off"
      end

      # @return [Array<String>] breakers that feed something in the job's boxes, as far as is known
      def concerned = job.breakers | other_breakers.values.flatten | breaker_log.doubted(job.listed_breakers)

      # @return [Boolean] whether all of these are off
      def off? = breakers.values_at(*concerned).all?("off")

      # @return [Array<String>] other breakers that were found on and are not on now
      def left_off =
        (breakers.keys - job.breakers).select { |id| breakers[id] != "on" && breakers_found.fetch(id, "on") == "on" }

      # @return [Boolean] whether a breaker was off or tripped at the first look
      def found_off? = breakers_found.values.any? { |position| position != "on" }

      # @return [Boolean] whether no breaker of the job was switched on yet
      def untouched? = energized.empty?
    end
  end
end
