# frozen_string_literal: true

module Dielectra
  module Sums
    # Sums over the length of a run. Source: copper at 20 °C, core/data/cables.json.
    module Wire
      module_function

      # @param type [String] of cable, or its gauge
      # @param feet [Numeric] one way
      # @return [Float] volts lost on the way there and back
      def drop(type, feet, amperes) = (2 * feet * Trade::CableType.ohms_per_foot(type) * amperes).round(2)

      # @param ohms [Numeric] read with both legs in the path, the leads taken off
      # @return [Float] feet to where the two legs meet
      def feet(type, ohms) = (ohms / (2 * Trade::CableType.ohms_per_foot(type))).round(1)

      # @return [Float, nil] amperes that ohms stand for; nil for none
      def amperes(volts, ohms) = (ohms.positive? ? (volts / ohms.to_f).round(2) : nil)

      # Feet of cable for a run: the way, the free ends in both boxes and slack
      # @param free_inches [Numeric] at each end
      # @return [Integer]
      def needed(feet, free_inches: 9, slack: 3) = (feet + (2 * free_inches / 12.0) + slack).ceil
    end
  end
end
