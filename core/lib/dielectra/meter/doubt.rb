# frozen_string_literal: true

module Dielectra
  module Meter
    # Flags voltage readings that are neither about the supply voltage nor about 0 V. They may be coupled.
    class Doubt
      # Share of the supply below which volts count as none, and the share by which full volts may be off
      NONE = 0.1
      OFF = 0.12
      # From one leg of a split-phase supply to the other
      BETWEEN_LEGS = 2

      # @param supply_volts [Numeric] of the job
      def initialize(supply_volts)
        @supply = supply_volts
      end

      # @param unit [String] volts or ohms
      # @param value [Float, nil] nil for open
      # @return [String, nil] a sentence; nil where nothing speaks against it
      def of(unit, value)
        return unless unit == "volts" && value && !expected?(value)

        "#{value.round} V is neither full voltage nor 0 V. Press the probes on bare metal and read again. " \
          "If it stays, the conductor may be open, with a coupled voltage only."
      end

      private

      def expected?(value)
        value < NONE * @supply ||
          [1, BETWEEN_LEGS].any? { |times| (value - (times * @supply)).abs <= OFF * times * @supply }
      end
    end
  end
end
