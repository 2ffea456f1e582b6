# frozen_string_literal: true

module Dielectra
  module Practice
    # Work on a simulated house that changes what is in it: devices, boxes, runs, tabs, bulbs
    module HouseWork
      LIT = %w[luminaire fan_light].freeze
      # What a new light comes with
      BULB = { "kind" => "led", "watts" => 9, "good" => true }.freeze
      # Faults of a joint that end once it is made up again
      JOINTS = %w[joint_open joint_intermittent].freeze
      private_constant :LIT, :BULB

      # @param kind [String] of the new device; "lamp" for a good bulb
      def replace(id, kind)
        old = device(id)
        return renew_lamp(old) if kind == "lamp"
        raise InvalidInput, "#{kind} is not a device kind." unless Trade::DeviceKind.known?(kind)

        opened!(old.place)
        fitted =
          Circuit::Device.new(
            id:,
            kind:,
            place: old.place,
            settings: { "position" => resting(kind), "reversed" => reversed?(kind) }.compact
          )
        faults =
          @circuit.faults.reject do |fault|
            fault["device"] == id || inside?(fault, id) ||
              (JOINTS.include?(fault["kind"]) && mates(old).include?(fault["point"]))
          end
        change(
          devices: @circuit.devices.map { |item| item.id == id ? fitted : item },
          joints: joints_for(fitted),
          faults:
        )
      end

      def break_tab(id, name)
        receptacle = device(id)
        raise InvalidInput, "#{id} has no #{name}." unless receptacle.kind.tabs.key?(name)

        opened!(receptacle.place)
        with_device(receptacle.with(settings: receptacle.settings.merge(name => "removed")))
      end

      def set_box(id, enclosure, volume_in3)
        raise InvalidInput, "there is a #{id} already." if @circuit.place(id)

        @found[id] = []
        change(
          places:
            @circuit.places +
              [Circuit::Place.new(id:, kind: @new_places.fetch(id, "switch_box"), enclosure:, volume_in3:)]
        )
      end

      # @return [Hash] the new ends of a cable, or the points of the conductors pulled into a raceway
      def pull(between, type, colors)
        between.each { |place| opened!(place) }
        colors ? pull_in(between, colors) : run_cable(between, type)
      end

      # Puts a device into its box, nothing on its screws but the ground.
      def fit(id, kind)
        raise InvalidInput, "#{kind} is not a device kind." unless Trade::DeviceKind.known?(kind)

        old = @circuit.device(id)
        place = old ? old.place : @new_items.fetch(id) { raise InvalidInput, "#{id} is not to be fitted here." }
        opened!(place)
        known = Trade::DeviceKind[kind]
        settings = {
          "position" => (resting(kind) if known.switch?),
          "reversed" => reversed?(kind),
          "lamp" => (BULB if LIT.include?(kind))
        }
        fitted = Circuit::Device.new(id:, kind:, place:, settings: settings.compact)
        change(devices: @circuit.devices.reject { |item| item.id == id } + [fitted], joints: without(old))
      end

      def retire(id)
        old = device(id)
        opened!(old.place)
        change(devices: @circuit.devices - [old], joints: without(old, and_ground: true))
      end

      private

      # Whether a short or a leak is inside a device, so that it goes where the device goes
      def inside?(fault, id) = fault["between"]&.all? { |point| PointId.of?(point, id) }

      # The joints once a device is off its screws
      def without(old, and_ground: false)
        return @circuit.joints unless old

        kept = and_ground ? nil : old.point(old.kind.ground)
        @circuit.joints.filter_map do |joint|
          own = joint.points & (old.points - [kept])
          next joint if own.empty?

          left = joint.points - own
          Circuit::Joint.new(points: left) if own.all? { |point| PointId.metal?(point) } && left.size > 1
        end
      end

      def run_cable(between, type)
        ends =
          between.map do |place|
            "#{place}/#{@circuit.cable_ends(place).map { |one| one.id[/\d+\z/].to_i }.max.to_i + 1}"
          end
        conductors =
          (Trade::CableType.colors(type) + ["bare"]).map do |color|
            Circuit::Conductor.read({ "id" => color, "color" => color })
          end
        cable = Circuit::Cable.new(ends:, type:, method: "nm", conductors:)
        change(cables: @circuit.cables + [cable])
        { "ends" => ends }
      end

      def pull_in(between, colors)
        cable = @circuit.cables.find { |one| one.ends.map { |name| EndId.place(name) }.sort == between.sort } or
          raise InvalidInput, "there is no raceway there."
        names = colors.map { |color| [0, 1].map { |side| fresh_name(cable, side, color) } }
        added = colors.zip(names).map { |color, ids| Circuit::Conductor.read({ "ids" => ids, "color" => color }) }
        grown = cable.with_conductors(cable.conductors + added)
        change(cables: @circuit.cables.map { |one| one.equal?(cable) ? grown : one })
        order = between.map { |place| cable.ends.index { |name| EndId.place(name) == place } }
        { "conductors" => names.map { |ids| order.map { |side| "#{cable.ends[side]}.#{ids[side]}" } } }
      end

      def fresh_name(cable, side, color)
        taken = cable.conductors.map { |wire| wire.ids[side] }
        (1..).lazy.map { |number| "#{color}_#{number}" }.find { |name| !taken.include?(name) }
      end

      # How the toggle of a new device stands, or its toggles
      def resting(kind)
        toggles = Trade::DeviceKind[kind].toggles("").values
        toggles.one? ? toggles.first : toggles
      end

      # A new switch is mounted either way up, by chance.
      def reversed?(kind) = (true if @random && Trade::DeviceKind[kind].switch? && @random.rand < 0.5)

      # Joints of a replaced device, terminal by terminal; conductors without a terminal are loose
      def joints_for(fitted)
        @circuit.joints.filter_map do |joint|
          marked = joint.points.map { |point| PointId.of?(point, fitted.id) ? marks.seen(point) : point }
          points = marked.reject { |point| PointId.of?(point, fitted.id) && !fitted.points.include?(point) }
          points == joint.points ? joint : (Circuit::Joint.new(points:) if points.size > 1)
        end
      end

      def mates(device) = @circuit.joints.map(&:points).select { |points| points.intersect?(device.points) }.flatten

      def renew_lamp(light)
        raise InvalidInput, "#{light.id} takes no lamp." unless light.luminaire?

        lamp = light.lamp || {}
        lamp = { "kind" => "incandescent", "watts" => 60 } if lamp["kind"].nil? || lamp["kind"] == "none"
        faults = @circuit.faults.reject { |fault| fault["kind"] == "lamp_burnt" && fault["device"] == light.id }
        fitted = light.with(settings: light.settings.merge("lamp" => lamp.merge("good" => true)))
        change(devices: @circuit.devices.map { |item| item.id == light.id ? fitted : item }, faults:)
      end
    end
  end
end
