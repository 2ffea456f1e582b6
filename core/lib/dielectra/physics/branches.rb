# frozen_string_literal: true

module Dielectra
  module Physics
    # The resistances of a circuit with its devices in given positions: copper, contacts, lamps, whatever is plugged in,
    # and what faults add or take away.
    #
    # Ohms: copper per Trade::CableType; a closed contact 0.05 Ω; a lamp V²/W hot, a twelfth of that cold.
    class Branches
      include Enumerable

      CONTACT = 0.05
      BOLTED = 0.001
      COLD_LAMP = 1 / 12.0

      # @param circuit [Circuit]
      # @param state [Hash{String => String}] device => position, where it differs from the circuit's own
      # @param warm [Boolean] true under supply, false under an ohmmeter: a cold filament, and no LED conducts
      def initialize(circuit, state, warm:)
        @circuit = circuit
        @state = state
        @warm = warm
      end

      # Yields point, point, ohms.
      def each(&)
        return enum_for(:each) unless block_given?

        conductors(&)
        contacts(&)
        loads(&)
        shunts(&)
      end

      # @return [Array<String>] points that look joined and make no contact
      def dead_points = faults("joint_open").map { |fault| fault["point"] }

      # Ohms of a lamp as it burns, or nil where none conducts.
      def self.lamp_ohms(device, volts, warm:, burnt: false)
        lamp = device.lamp
        return if lamp.nil? || burnt || lamp["kind"] == "none" || lamp["good"] == false || lamp.fetch("watts", 0).zero?
        return if !warm && lamp["kind"] == "led"

        (volts**2) / lamp["watts"].to_f * (warm ? 1 : COLD_LAMP)
      end

      private

      def faults(kind) = @circuit.faults.select { |fault| fault["kind"] == kind }

      def conductors
        broken = faults("conductor_open").map { |fault| [fault["cable"].sort, fault["conductor"]] }
        @circuit.cables.each do |cable|
          cable.conductors.each do |conductor|
            next if broken.include?([cable.ends.sort, conductor.ids.first])

            yield(*cable.points(conductor), cable.ohms)
          end
        end
      end

      def contacts
        @circuit.devices.reject(&:breaker?).each do |device|
          (closed(device) | stuck(device, "contact_stuck_closed")).each do |pair|
            next if stuck(device, "contact_stuck_open").include?(pair)

            yield(*pair, resistive(device, pair) || CONTACT)
          end
        end
      end

      def closed(device) = device.closed(@state.fetch(device.id, device.position)).map(&:sort)

      def stuck(device, kind) = faults(kind).select { |fault| fault["device"] == device.id }.map { |fault| contact(device, fault) }

      def contact(device, fault) = fault["contact"].map { |terminal| device.point(terminal) }.sort

      def resistive(device, pair)
        fault = faults("contact_resistive").find { |item| item["device"] == device.id && contact(device, item) == pair }
        fault && fault["ohms"]
      end

      def loads
        volts = @circuit.supply["volts"]
        @circuit.devices.each do |device|
          ohms = Branches.lamp_ohms(device, volts, warm: @warm, burnt: burnt?(device))
          yield(*device.kind.lamp.map { |terminal| device.point(terminal) }, ohms) if ohms
          (device.settings["plugged"] || {}).each do |socket, plugged|
            watts = plugged.fetch("watts", 0).to_f
            yield(*device.kind.sockets.fetch(socket).map { |terminal| device.point(terminal) }, (volts**2) / watts) if watts.positive?
          end
        end
      end

      def burnt?(device) = faults("lamp_burnt").any? { |fault| fault["device"] == device.id }

      def shunts
        (faults("short") + faults("leak")).each { |fault| yield(*fault["between"], [fault["ohms"].to_f, BOLTED].max) }
      end
    end
  end
end
