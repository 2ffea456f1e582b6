# frozen_string_literal: true

module Dielectra
  module Sums
    # Sums over the length of a run. Source: core/data/cables.json; volts are lost in warm copper, a fault is measured
    # in cold.
    module Wire
      module_function

      # @param type [String] of cable, or its gauge
      # @param feet [Numeric] one way
      # @return [Float] volts lost on the way there and back
      def drop(type, feet, amperes) = (2 * feet * Trade::CableType.ohms_per_foot(type, loaded: true) * amperes).round(2)

      # @param ohms [Numeric] read with both legs in the path, the leads taken off
      # @return [Float] feet to where the two legs meet
      def feet(type, ohms) = (ohms / (2 * Trade::CableType.ohms_per_foot(type))).round(1)

      # Ohms below which copper alone is in the path, so that the run limits the amperes and no appliance
      COPPER = 1.0

      # @return [Float, nil] amperes that ohms stand for; nil for none
      def amperes(volts, ohms) = (ohms.positive? ? (volts / ohms.to_f).round(2) : nil)

      # @return [Boolean] whether ohms are those of a dead short and not of a load
      def dead_short?(ohms) = ohms < COPPER

      # @param ohms [Numeric] of a fault
      # @param amps [Numeric] of the breaker
      # @return [Boolean] whether it trips at once: above ten times its rating
      def trips_at_once?(volts, ohms, amps) = ohms.zero? || volts / ohms.to_f > 10 * amps

      # Feet of cable for a run: the way, the free ends in both boxes and slack
      # @param free_inches [Numeric] at each end
      # @return [Integer]
      def needed(feet, free_inches: 9, slack: 3) = (feet + (2 * free_inches / 12.0) + slack).ceil
    end
  end
end
