# frozen_string_literal: true

module Dielectra
  class Circuit
    # Checks what a schema cannot: that names are one to a thing, that what is named exists, that a joint stays in its
    # place and a point in its joint.
    class Consistency
      def initialize(circuit)
        @circuit = circuit
      end

      # @raise [InvalidInput] for the first thing that does not hold together
      def check!
        check_names
        check_cables
        check_devices
        check_joints
        check_faults
      end

      private

      def refuse(sentence, *path) = raise(InvalidInput.new(sentence, pointer: path.map { |part| "/#{part}" }.join))

      def check_names
        seen = {}
        { places: @circuit.places, devices: @circuit.devices }.each do |list, items|
          items.each_with_index do |item, index|
            refuse("#{item.id} names two things.", list, index, "id") if seen[item.id]
            seen[item.id] = true
          end
        end
      end

      def check_cables
        taken = {}
        @circuit.cables.each_with_index do |cable, index|
          cable.ends.each_with_index do |id, side|
            refuse("#{id} is not in a known place.", :cables, index, :ends, side) unless @circuit.place(EndId.place(id))
            refuse("#{id} is the end of two cables.", :cables, index, :ends, side) if taken[id]
            taken[id] = true
            ids = cable.conductors.map { |conductor| conductor.ids[side] }
            refuse("two conductors of #{id} share an id.", :cables, index, :conductors) if ids.uniq.size < ids.size
          end
        end
      end

      def check_devices
        @circuit.devices.each_with_index do |device, index|
          refuse("#{device.place} is not a known place.", :devices, index, :place) unless @circuit.place(device.place)
          check_position(device, index)
          check_settings(device, index)
        end
      end

      # Tabs only where the kind has them, something plugged in only where there is a socket.
      def check_settings(device, index)
        stray = device.settings.keys.grep(/_tab\z/) - device.kind.tabs.keys
        refuse("#{device.kind.term} has no #{stray.first}.", :devices, index, stray.first) if stray.any?
        stray = (device.settings["plugged"] || {}).keys - device.kind.sockets.keys
        if stray.any?
          refuse("#{device.kind.term} has no socket #{stray.first}.", :devices, index, :plugged, stray.first)
        end
      end

      def check_position(device, index)
        return if device.position.nil? || device.kind.gangs.all?(&:empty?) || device.kind.position?(device.position)

        field = device.settings.key?("position") ? :position : :positions
        refuse("#{device.kind.term} has no position #{Array(device.position).join(", ")}.", :devices, index, field)
      end

      def check_joints
        points = @circuit.places.flat_map { |place| @circuit.points_of(place.id) }.to_h { |point| [point, true] }
        taken = {}
        @circuit.joints.each_with_index do |joint, index|
          joint.points.each_with_index do |point, order|
            refuse("#{point} does not exist.", :joints, index, :points, order) unless points[point]
            refuse("#{point} is in two joints.", :joints, index, :points, order) if taken[point]
            taken[point] = true
          end
          places = joint.points.map { |point| @circuit.place_of(point) }.uniq
          refuse("joins points of #{places.join(" and ")}.", :joints, index, :points) if places.size > 1
        end
      end

      def check_faults
        @circuit.faults.each_with_index do |fault, index|
          check_fault_device(fault, index)
          next unless fault["cable"]

          cable = @circuit.cables.find { |item| item.ends.sort == fault["cable"].sort }
          refuse("there is no such cable.", :faults, index, :cable) unless cable
          unless cable.conductor(fault["conductor"])
            refuse("the cable has no such conductor.", :faults, index, :conductor)
          end
        end
      end

      def check_fault_device(fault, index)
        return unless fault["device"]

        device = @circuit.device(fault["device"])
        refuse("#{fault["device"]} is not a device.", :faults, index, :device) unless device
        stray = Array(fault["contact"]) - device.kind.terminals
        refuse("#{device.kind.term} has no #{stray.first}.", :faults, index, :contact) if stray.any?
      end
    end
  end
end
