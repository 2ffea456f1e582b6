# frozen_string_literal: true

module Dielectra
  module Practice
    # A simulated house on the other side of the step protocol. It answers from a circuit's physics and keeps its state:
    # a breaker stays where it was put, joints stay as arranged.
    #
    #   house = House.new(Circuit.read(document))
    #   house.answer({"id" => 1, "do" => "watch"})
    #   # => {"id" => 1, "loads" => {"L1" => "off"}, "breakers" => {"B1" => "on"}}
    class House
      include HouseWork
      include Checkpoint.without(:@network)

      attr_reader :circuit

      # @param circuit [Circuit] the truth
      # @param random [Random, nil] for ghosts and slips; without one every reading is what theory says
      # @param slips [Float, Symbol] share of readings that the person gets wrong, or :one for one reading in the whole
      #   job
      # @param unsure [Float] share of questions that the person answers with "unsure"
      # @param refuses [Array<Hash>] steps the person cannot take, by some of their fields: `{"do" => "replace"}`
      # @param job [Evidence::Job, nil] whose new devices may be fitted
      # @param toggles [Hash{String => String}] listed switch => the toggle of a yoke that the customer means by it; the
      #   first one where nothing is said
      def initialize(circuit, random: nil, slips: 0.0, unsure: 0.0, refuses: [], job: nil, toggles: {})
        @new_places = (job&.new_places || []).to_h { |place| [place.id, place.kind] }
        @new_items = (job&.goal&.new_items || []).to_h { |row| [row["id"], row["place"]] }
        @circuit = circuit
        @random = random
        @person = Person.new(random, slips:, unsure:, volts: circuit.supply["volts"].to_f)
        @refuses = refuses
        @toggles = unlisted_toggles(job).merge(toggles)
        @found = {}
        @intermittence = Intermittence.new(random)
        @intermittence.energized(circuit)
        settle
      end

      # Minutes with nothing touched after which what is too much has tripped a breaker
      WARM = 10

      # @param fields [Hash] a step in the form of the protocol
      # @return [Hash] the answer; `cannot` where the step makes no sense in this house
      def answer(fields)
        { **fields.slice("id"), **said(fields) }
      rescue InvalidInput => e
        { **fields.slice("id"), "cannot" => e.message }
      end

      # The methods below are what step kinds call; see Steps::Kind#answer_from.

      # @return [Hash{String => String}] load => light, halves of receptacles by their own names as well
      def loads = Sockets.loads(@circuit, network)

      def breakers = network.breakers

      # @return [Hash] what is seen after some minutes with nothing touched, as `watch` answers
      def wait(minutes)
        @waited += minutes
        trip(network.warmed) if @waited >= WARM
        { "loads" => loads, "breakers" => breakers }
      end

      # Takes out whatever is plugged in at a receptacle.
      def unplug(id)
        receptacle = device(id)
        raise InvalidInput, "#{id} is no receptacle." if receptacle.kind.sockets.empty?

        with_device(receptacle.with(settings: receptacle.settings.except("plugged")))
      end

      def throw_toggle(id, position)
        id = @toggles.fetch(id, id)
        switch = device(PointId.device(id))
        named = switch.kind.position_named(position) or raise InvalidInput, "#{id} has no position #{position}."
        @intermittence.thrown(@circuit, switch)
        with_device(switch.with(settings: switch.settings.merge(thrown(switch, id, named))))
      end

      # @return [Hash{String => String}] load => light, while a toggle is moved without being thrown
      def wiggled(id)
        switch = device(PointId.device(@toggles.fetch(id, id)))
        seen = @intermittence.ways(@circuit, switch).map { |house| Physics::Network.new(house).loads }
        loads =
          network.loads.to_h { |load, shown| [load, seen.map { |way| way[load] }.uniq.size > 1 ? "flickers" : shown] }
        @intermittence.moved(@circuit, switch.place)
        settle
        loads
      end

      def switch_breaker(id, position)
        raise InvalidInput, "#{id} is not a breaker." unless device(id).breaker?

        @intermittence.energized(@circuit) if position == "on"
        with_device(device(id).with(settings: device(id).settings.merge("position" => position)))
      end

      # @return [Hash] what is in a box, as `open` answers
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
          "toggles" => toggles_at(place_id),
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

      # @return [Array<String>] points of an open box that are live
      def live(place_id)
        @circuit.points_of(opened!(place_id)).select { |point| network.live?(point) }.map { |point| marks.seen(point) }
      end

      # @param joints [Array<Array<String>>, String] or "as_found"
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

      # @return [Array<Array(String, String)>] screws of a device by itself that are joined
      def bench(id, position)
        switch = device(id)
        opened!(switch.place)
        wired = @circuit.joints.flat_map(&:points) & (switch.points - [switch.point(switch.kind.ground)])
        raise InvalidInput, "#{id} is still in the circuit." if wired.any?

        @intermittence.thrown(@circuit, switch)
        Readings.new(@intermittence.now(@circuit), network, nil).bench(switch, position)
      end

      def tape(point, tape)
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

      # @return [Hash] what an instrument reads; a receptacle tester goes in from the front
      def read(tool, points)
        return Readings.new(@circuit, network, @random).read(tool, points) if tool == Steps::Probe::PLUG_IN

        touch(tool, points)
      end

      def touch(tool, points) = Readings.new(@circuit, network, @random).read(tool, opened_points(points))

      private :touch

      # @return [Hash] the breaker that makes a point dead, as `find_breaker` answers; it is off from then on
      def find_breaker_of_point(point) =
        found_breaker(Readings.new(@circuit, network, nil).breaker_behind(marks.actual(point)))

      # @return [Hash] the same for a load that is on
      def find_breaker_of_load(load)
        return found_breaker(nil) unless lit?(network, load)

        off = ->(breaker) { network.at(network.state.merge(breaker.id => "off")) }
        found_breaker(@circuit.breakers.find { |breaker| !lit?(off[breaker], load) }&.id)
      end

      private

      def found_breaker(id)
        switch_breaker(id, "off") if id
        { "device" => id, **(id ? device(id).settings.slice("amps") : {}) }
      end

      def lit?(network, load) = Sockets.loads(@circuit, network, empty: true).fetch(load, "off") != "off"

      # Switches that the job lists, and that are two toggles on a yoke in this house
      def unlisted_toggles(job)
        listed = (job&.controls || []).map(&:id)
        yokes = @circuit.devices.select { |item| item.kind.gangs.size > 1 && listed.include?(item.id) }
        yokes.to_h { |item| [item.id, "#{item.id}.1"] }
      end

      # @return [Hash, nil] which of two toggles was meant by a listed switch of a place
      def toggles_at(place) =
        @toggles.select { |_, toggle| @circuit.device(PointId.device(toggle))&.place == place }.then { _1 if _1.any? }

      def said(fields)
        return { "cannot" => "it is not at hand." } if @refuses.any? { |some| some <= fields }

        step = Steps.of(fields)
        return { "unsure" => true } if step.question? && @person.unsure?

        @person.heard(step.answer_from(self))
      end

      # How the toggles of a switch stand once one of them was thrown
      def thrown(switch, id, named)
        return { "position" => named } if switch.kind.gangs.one?

        number = PointId.part(id).to_i - 1
        { "position" => switch.position.each_with_index.map { |at, index| index == number ? named : at } }
      end

      # The network with intermittent faults in their present state
      def network = @network ||= Physics::Network.new(@intermittence.now(@circuit))

      def change(**parts)
        @circuit = @circuit.with(**parts)
        settle
      end

      # Trips breakers that the state overloads at once.
      def settle
        @waited = 0.0
        trip
      end

      # @param now [Physics::Network] in which breakers have tripped
      def trip(now = nil)
        @network = nil
        tripped = (now || network).breakers.select { |_, position| position == "tripped" }
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

      # A joint that was taken apart and made again makes contact.
      def remade(points)
        @circuit.faults.reject { |fault| JOINTS.include?(fault["kind"]) && points.include?(fault["point"]) }
      end
    end
  end
end
