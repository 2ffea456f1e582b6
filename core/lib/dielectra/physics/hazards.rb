# frozen_string_literal: true

module Dielectra
  module Physics
    # Metal that a person may touch and that is live in one state: enclosures, grounding conductors, grounds of devices.
    class Hazards
      # Ohms of a body, hand to foot. Source: IEC 60479-1, rough value.
      BODY = 1_000

      # @param circuit [Circuit]
      # @return [Array<String>] grounding conductors, grounds of devices and enclosures, the panel's aside
      def self.touchable(circuit)
        circuit
          .places
          .reject(&:panel?)
          .flat_map do |place|
            bare =
              circuit
                .cable_ends(place.id)
                .filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }
            yokes =
              circuit
                .devices_at(place.id)
                .filter_map { |device| device.kind.ground && device.point(device.kind.ground) }
            bare + yokes + (place.metal? ? ["#{place.id}.box"] : [])
          end
      end

      # @param network [Network]
      def initialize(network)
        @network = network
      end

      # @return [Array<String>] touchable points that are live
      def points = Hazards.touchable(circuit).select { |point| @network.live?(point) }

      # The hazard of each to a person standing on earth
      # @return [Array<Hash>] `point`, `volts` (unloaded, against the neutral) and `milliamperes` through a body
      def all
        points.map do |point|
          volts = @network.volts(point, earth)
          {
            "point" => point,
            "volts" => volts.round(2),
            "milliamperes" => (@network.volts(point, earth, meter: BODY) / BODY * 1000).round(1)
          }
        end
      end

      private

      def circuit = @network.circuit

      def earth = "#{circuit.places.find(&:panel?).id}.neutral"
    end
  end
end
