# frozen_string_literal: true

module Dielectra
  module Physics
    # Capacitive coupling into a floating conductor: a divider between the live conductors beside it and the other
    # conductors of the same cable, loaded by the meter
    class Coupling
      # Farads per foot between two conductors of one sheath, approximately
      PER_FOOT = 1.5e-11
      # Feet beside a live conductor from which a ghost voltage is most likely; shorter runs in proportion
      FULL_LENGTH = 10.0
      SEEN = (0.05..0.5)

      def initialize(network, point)
        @network = network
        @point = point
      end

      # Feet that the floating conductor runs beside live ones, and beside others.
      # @return [Array(Float, Float)]
      def feet
        @feet ||= @network.floating?(@point) ? measured : [0.0, 0.0]
      end

      # @return [Float] probability of a ghost: as the trade has it for a run of some length, less for a short one
      def odds = Trade.priors.dig("ghost", "detector") * [feet.first / FULL_LENGTH, 1].min

      # Volts a meter of given resistance shows against the neutral, within the field's range of 5 % to 50 %
      # @return [Float]
      def volts(meter)
        live, other = feet.map { |length| length * PER_FOOT * 2 * Math::PI * (@network.circuit.supply["hertz"] || 60) }
        return 0.0 if live.zero?

        share = live * meter / Math.sqrt(1 + (((live + other) * meter)**2))
        @network.circuit.supply["volts"] * share.clamp(SEEN)
      end

      private

      def measured
        @network
          .circuit
          .cables
          .each_with_object([0.0, 0.0]) do |cable, sum|
            mine, others =
              cable
                .conductors
                .map { |conductor| cable.points(conductor) }
                .partition { |ends| ends.any? { |point| @network.joined?(point, @point) } }
            next if mine.empty?

            others.each do |ends|
              sum[ends.any? { |point| @network.live?(point) } ? 0 : 1] += cable.length_ft || Circuit::Cable::USUAL_FT
            end
          end
      end
    end
  end
end
