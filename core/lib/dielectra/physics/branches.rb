# frozen_string_literal: true

module Dielectra
  module Physics
    # The resistive branches of a circuit: copper, contacts, lamps, appliances, and the branches faults add or remove.
    #
    # Ohms: copper per Trade::CableType; a closed contact 0.05 Ω; a lamp V²/W hot, a twelfth of that cold.
    class Branches
      CONTACT = 0.05
      BOLTED = 0.001
      # Ohms of a short in an appliance, its cord included
      SHORTED = 0.1
      COLD_LAMP = 1 / 12.0

      Branch = Struct.new(:one, :other, :ohms, :part)

      # @param circuit [Circuit]
      def initialize(circuit)
        @circuit = circuit
      end

      # Every branch that conducts with the devices in given positions
      # @param state [Hash{String => String}] device => position, where it differs from the circuit's own
      # @param warm [Boolean] true under supply, false under an ohmmeter: a cold filament, and no LED conducts
      # @return [Array<Branch>] `part` is the id of the cable end, device or fault it belongs to
      def all(state, warm:)
        switched =
          @circuit.devices.flat_map { |device| contacts(device, state.fetch(device.id, device.position), warm:) }
        fixed + switched + loads(warm:)
      end

      # What conducts in every position: copper, armor and conduit, and whatever faults bridge.
      def fixed = conductors + sheaths + shunts

      # What a device closes in a position, faults and tabs included. Electronics are open to an ohmmeter.
      def contacts(device, position, warm: true)
        return [] if device.breaker? || (device.kind.electronics? && !warm)

        pairs = device.closed(position).map(&:sort) | stuck(device, "contact_stuck_closed")
        (pairs - stuck(device, "contact_stuck_open")).map do |pair|
          Branch.new(*pair, resistive(device, pair) || CONTACT, device.id)
        end
      end

      # What uses power.
      def loads(warm:)
        volts = @circuit.supply["volts"]
        @circuit.devices.flat_map do |device|
          lamp = device.kind.lamp && Branches.lamp_ohms(device, volts, warm:, burnt: burnt?(device))
          used = plugged(device, volts) + shorted(device)
          lamp ? [branch(device, device.kind.lamp, lamp), *used] : used
        end
      end

      # @return [Array<String>] points that look joined and make no contact
      def dead_points = faults("joint_open").map { |fault| fault["point"] }

      # @return [Boolean] whether a fault has burnt out the lamp of a device
      def burnt?(device) = faults("lamp_burnt").any? { |fault| fault["device"] == device.id }

      # Ohms of a lamp as it burns, or nil where none conducts.
      def self.lamp_ohms(device, volts, warm:, burnt: false)
        lamp = device.lamp
        return if lamp.nil? || burnt || lamp["kind"] == "none" || lamp["good"] == false || lamp.fetch("watts", 0).zero?
        return if !warm && lamp["kind"] == "led"

        (volts**2) / lamp["watts"].to_f * (warm ? 1 : COLD_LAMP)
      end

      private

      def plugged(device, volts) =
        device.appliances.map { |name, watts| branch(device, device.kind.sockets.fetch(name), (volts**2) / watts) }

      # Appliances with a short inside
      def shorted(device) = device.shorted.map { |name| branch(device, device.kind.sockets.fetch(name), SHORTED) }

      def faults(kind) = @circuit.faults.select { |fault| fault["kind"] == kind }

      def branch(device, terminals, ohms)
        Branch.new(*terminals.map { |terminal| device.point(terminal) }, ohms.to_f, device.id)
      end

      def conductors
        broken = faults("conductor_open").map { |fault| [fault["cable"].sort, fault["conductor"]] }
        @circuit.cables.flat_map do |cable|
          sound = cable.conductors.reject { |conductor| broken.include?([cable.ends.sort, conductor.ids.first]) }
          sound.map { |conductor| Branch.new(*cable.points(conductor), cable.ohms, cable.ends.first) }
        end
      end

      # Armor and conduit between metal boxes; the panel's metal is its ground bar.
      def sheaths
        @circuit
          .cables
          .select(&:bonding?)
          .filter_map do |cable|
            metal = cable.ends.map { |name| metal_of(@circuit.place(EndId.place(name))) }
            Branch.new(*metal, cable.ohms, cable.ends.first) if metal.all?
          end
      end

      def metal_of(place)
        return "#{place.id}.ground" if place.panel?

        "#{place.id}.box" if place.metal?
      end

      def stuck(device, kind) =
        faults(kind).select { |fault| fault["device"] == device.id }.map { |fault| contact(device, fault) }

      def contact(device, fault) = fault["contact"].map { |terminal| device.point(terminal) }.sort

      def resistive(device, pair)
        fault = faults("contact_resistive").find { |item| item["device"] == device.id && contact(device, item) == pair }
        fault && fault["ohms"].to_f
      end

      def shunts
        (faults("short") + faults("leak")).map do |fault|
          Branch.new(*fault["between"], [fault["ohms"].to_f, BOLTED].max, fault["kind"])
        end
      end
    end
  end
end
