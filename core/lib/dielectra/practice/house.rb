# frozen_string_literal: true

module Dielectra
  module Practice
    # A simulated house: stands on the other side of the step protocol and answers from a circuit's physics. It keeps its
    # state: a breaker stays where it was put, joints stay as arranged.
    #
    #   house = House.new(Circuit.read(document))
    #   house.answer({"id" => 1, "do" => "watch"})  # => {"id" => 1, "loads" => {"L1" => "off"}, "breakers" => {"B1" => "on"}}
    class House
      attr_reader :circuit

      # @param circuit [Circuit] the truth
      # @param random [Random, nil] for ghosts and slips; without one every reading is what theory says
      # @param slips [Float, Symbol] share of readings that the person gets wrong, or :one for one reading in the whole job
      # @param unsure [Float] share of questions that the person answers with "unsure"
      # @param refuses [Array<Hash>] steps the person cannot take, by some of their fields: `{"do" => "replace"}`
      def initialize(circuit, random: nil, slips: 0.0, unsure: 0.0, refuses: [])
        @circuit = circuit
        @random = random
        @slips = slips
        @unsure = unsure
        @refuses = refuses
        @found = {}
        @intermittence = Intermittence.new(random)
        @intermittence.energized(circuit)
        settle
      end

      # @param step [Hash] in the form of the protocol
      # @return [Hash] the answer; `cannot` where the step makes no sense in this house
      def answer(step)
        return { **step.slice("id"), "cannot" => "it is not at hand." } if @refuses.any? { |fields| fields <= step }
        return { **step.slice("id"), "unsure" => true } if unsure?(step)

        { **step.slice("id"), **slipped(perform(step)) }
      rescue InvalidInput => e
        { **step.slice("id"), "cannot" => e.message }
      end

      private

      def perform(step)
        case step["do"]
        when "watch"
          { "loads" => halves(network.loads), "breakers" => network.breakers }
        when "set"
          set(step["device"], step["to"])
        when "wiggle"
          wiggle(step["device"])
        when "breaker"
          breaker(step["device"], step["to"])
        when "open"
          { "found" => uncover(step["place"]) }
        when "prove_dead"
          { "live" => live(step["place"]) }
        when "arrange"
          arrange(step["place"], step["joints"])
        when "probe"
          Readings.new(@circuit, network, @random).read(step["tool"], opened_points(step["at"]))
        when "bench"
          { "closed" => bench(step["device"], step["position"]) }
        when "replace"
          replace(step["device"], step["kind"])
        when "tab"
          tab(step["device"], step["tab"])
        when "mark"
          mark(step["point"], step["tape"])
        when "find_breaker"
          { "device" => Readings.new(@circuit, network, nil).breaker_behind(step["point"]) }
        else
          raise InvalidInput, "#{step["do"]} is not a step."
        end
      end

      # What a person may be unsure of: everything that is asked, not what is done.
      ASKED = %w[watch wiggle prove_dead probe bench find_breaker].freeze
      private_constant :ASKED

      def unsure?(step) = @random && @unsure.positive? && ASKED.include?(step["do"]) && @random.rand < @unsure

      # One reading in so many is written down wrong; what was done is not.
      def slipped(answer)
        return answer unless @random && slip?(answer)

        opposite = { "glow" => "dark", "dark" => "glow", "beep" => "silent", "silent" => "beep" }
        return answer.merge("reads" => opposite[answer["reads"]]) if answer["reads"]
        return answer.merge("ohms" => answer["ohms"] ? nil : 0.2) if answer.key?("ohms")
        return answer.merge("volts" => answer["volts"] > 60 ? 0.0 : @circuit.supply["volts"].to_f) if answer["volts"]

        lights = answer["loads"]
        lights ? answer.merge("loads" => lights.transform_values { |light| light == "off" ? "on" : "off" }) : answer
      end

      # One reading in a job: one of the first so many, by chance.
      def slip?(answer)
        return @random.rand < @slips unless @slips == :one
        return false unless answer.key?("reads") || answer.key?("volts") || answer.key?("ohms") || answer.key?("loads")

        @slip_in ||= @random.rand(1..10)
        (@slip_in -= 1).zero?
      end

      # Loads, the halves of receptacles by their own names as well.
      def halves(loads)
        loads.merge(
          @circuit
            .devices
            .select { |item| item.kind.plain == "receptacle" && loads.key?(item.id) }
            .to_h { |item| ["#{item.id}.1", loads[item.id]] }
        )
      end

      # The house with what comes and goes as it is at the moment.
      def network = @network ||= Physics::Network.new(@intermittence.now(@circuit))

      def change(**parts)
        @circuit = @circuit.with(**parts)
        settle
        { "ok" => true }
      end

      # Breakers that the state overloads let go, and stay so.
      def settle
        @network = nil
        tripped = network.breakers.select { |_, position| position == "tripped" }
        devices =
          @circuit.devices.map do |device|
            tripped.key?(device.id) ? device.with(settings: device.settings.merge("position" => "tripped")) : device
          end
        @circuit = @circuit.with(devices:)
        @network = nil
      end

      def device(id) = @circuit.device(id) || raise(InvalidInput, "#{id} is not in this house.")

      def with_device(changed) =
        change(devices: @circuit.devices.map { |device| device.id == changed.id ? changed : device })

      def set(id, position)
        switch = device(id)
        named = switch.kind.position_named(position) or raise InvalidInput, "#{id} has no position #{position}."
        @intermittence.thrown(@circuit, switch)
        with_device(switch.with(settings: switch.settings.merge("position" => named)))
      end

      # The toggle moved without being thrown: what comes and goes in its box shows.
      def wiggle(id)
        switch = device(id)
        seen = @intermittence.ways(@circuit, switch).map { |house| Physics::Network.new(house).loads }
        loads =
          network.loads.to_h { |load, shown| [load, seen.map { |way| way[load] }.uniq.size > 1 ? "flickers" : shown] }
        @intermittence.moved(@circuit, switch.place)
        settle
        { "loads" => loads }
      end

      def breaker(id, position)
        raise InvalidInput, "#{id} is not a breaker." unless device(id).breaker?

        @intermittence.energized(@circuit) if position == "on"
        with_device(device(id).with(settings: device(id).settings.merge("position" => position)))
      end

      def uncover(place_id)
        place = @circuit.place(place_id) or raise InvalidInput, "there is no #{place_id} in this house."
        raise InvalidInput, "#{place_id} is a panel: it stays closed." if place.panel?

        @intermittence.moved(@circuit, place_id)
        settle
        @found[place_id] ||= joints_at(place_id).map(&:points)
        {
          "enclosure" => place.enclosure,
          "volume_in3" => place.volume_in3,
          "gangs" => place.gangs,
          "cable_ends" => @circuit.cable_ends(place_id).map(&:to_h),
          "devices" =>
            @circuit
              .devices_at(place_id)
              .map do |item|
                {
                  "id" => item.id,
                  "kind" => marks.kind(item),
                  **item.settings.slice("on_off_marked", *item.kind.tabs.keys)
                }
              end,
          "joints" =>
            joints_at(place_id).map do |joint|
              joint.to_h.merge("points" => joint.points.map { |point| marks.seen(point) })
            end
        }.compact
      end

      def marks = Marks.new(@circuit)

      def joints_at(place_id) = @circuit.joints.select { |joint| @circuit.place_of(joint.points.first) == place_id }

      def opened!(place_id)
        raise InvalidInput, "#{place_id} is closed." unless @found.key?(place_id)

        place_id
      end

      def opened_points(points)
        points.map do |point|
          actual = marks.actual(point)
          opened!(@circuit.device(point) ? @circuit.device(point).place : @circuit.place_of(actual))
          actual
        end
      end

      def live(place_id)
        @circuit.points_of(opened!(place_id)).select { |point| network.live?(point) }.map { |point| marks.seen(point) }
      end

      def arrange(place_id, joints)
        opened!(place_id)
        now = joints_at(place_id)
        wanted =
          (
            if joints == "as_found"
              @found.fetch(place_id)
            else
              joints.map { |joint| joint.map { |point| marks.actual(point) } }
            end
          )
        stray = wanted.flatten.find { |point| !@circuit.points_of(place_id).include?(point) }
        raise InvalidInput, "#{stray} is not in #{place_id}." if stray

        changed = Evidence::Arrangement.changed(now.map(&:points), wanted)
        kept = now.select { |joint| wanted.any? { |other| other.sort == joint.points.sort } }
        fresh = wanted.reject { |joint| kept.any? { |other| other.points.sort == joint.sort } }
        @intermittence.moved(@circuit, place_id)
        change(
          joints: @circuit.joints - now + kept + fresh.map { |points| Circuit::Joint.new(points:) },
          faults: remade(changed)
        )
      end

      # A joint that was taken apart and made again makes contact.
      def remade(points)
        @circuit.faults.reject { |fault| JOINTS.include?(fault["kind"]) && points.include?(fault["point"]) }
      end

      JOINTS = %w[joint_open joint_intermittent].freeze
      private_constant :JOINTS

      def bench(id, position)
        switch = device(id)
        opened!(switch.place)
        wired = @circuit.joints.flat_map(&:points) & (switch.points - [switch.point(switch.kind.ground)])
        raise InvalidInput, "#{id} is still in the circuit." if wired.any?

        @intermittence.thrown(@circuit, switch)
        Readings.new(@intermittence.now(@circuit), network, nil).bench(switch, position)
      end

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
            settings: { "position" => Trade::DeviceKind[kind].positions.last, "reversed" => reversed?(kind) }.compact
          )
        faults =
          @circuit.faults.reject do |fault|
            fault["device"] == id || (JOINTS.include?(fault["kind"]) && mates(old).include?(fault["point"]))
          end
        change(
          devices: @circuit.devices.map { |item| item.id == id ? fitted : item },
          joints: joints_for(fitted),
          faults:
        )
      end

      # Nobody knows which way the toggle of a new switch throws.
      def reversed?(kind) = (true if @random && Trade::DeviceKind[kind].switch? && @random.rand < 0.5)

      def tab(id, name)
        receptacle = device(id)
        raise InvalidInput, "#{id} has no #{name}." unless receptacle.kind.tabs.key?(name)

        opened!(receptacle.place)
        with_device(receptacle.with(settings: receptacle.settings.merge(name => "removed")))
      end

      # Conductor for conductor, by mark; what has no terminal any more is loose.
      def joints_for(fitted)
        @circuit.joints.filter_map do |joint|
          marked = joint.points.map { |point| point.start_with?("#{fitted.id}.") ? marks.seen(point) : point }
          points = marked.reject { |point| point.start_with?("#{fitted.id}.") && !fitted.points.include?(point) }
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

      def mark(point, tape)
        cables =
          @circuit.cables.map do |cable|
            conductors =
              cable.conductors.map do |conductor|
                side = cable.points(conductor).index(point)
                side ? conductor.taped(side, tape) : conductor
              end
            cable.with_conductors(conductors)
          end
        change(cables:)
      end
    end
  end
end
