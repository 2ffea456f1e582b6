# frozen_string_literal: true

module Dielectra
  module Rules
    module Checks
      # Devices: how conductors are held on them, and what they may be used for
      class Devices < Check
        # The only gauge that push-in holes take
        PUSH_IN = "14"
        # Watts below which a dimmer may not work its lamps. The label of the dimmer rules.
        LEAST_WATTS = 25

        # One conductor under a screw. A joint that was made in this job is a splice with a tail.
        def one_a_screw
          in_each_box do |place|
            found =
              @situation.opened[place]["joints"].find { |joint| crowded?(joint["points"]) && joint["by"] != "twist_on" }
            next unless found

            crowd = found["points"]
            unless @situation.joints(place).any? { |joint| joint.sort == crowd.sort }
              next met("#{in_box(place)} #{wires(crowd)} left the screw for a splice with a tail.")
            end
            next unknown("#{in_box(place)}, see whether #{wires(crowd)} are all under one screw.") unless found["by"]

            not_met("#{in_box(place)}, splice #{wires(crowd)} with one tail to the screw.")
          end
        end

        # Push-in holes
        def push_in
          in_each_box do |place|
            found = @situation.opened[place]["joints"].select { |joint| joint["by"] == "push_in" }
            next if found.empty?

            left = found.map { |joint| joint["points"] } & @situation.joints(place)
            thick = @site.gauges(place) - [PUSH_IN]
            pushed_in(place, left, thick)
          end
        end

        # Torque on the screws of devices that were fitted
        def torque
          steps =
            @site.done("replace", "fit").reject { |step| step["kind"] == Steps::Replace::LAMP || leads?(step["kind"]) }
          return [] if steps.empty?

          names = Presentation::Naming.list(steps.map { |step| step["device"] }.uniq)
          [unknown("Tighten the screws of #{names} to the torque marked on the device.")]
        end

        def aluminum
          in_each_box do |place|
            seen = (@situation.opened[place]["remarks"] || []).any? { |row| row["what"] == "aluminum" }
            if seen
              unknown("#{in_box(place)} there is aluminum: devices marked CO/ALR, connectors listed for the pair.")
            end
          end
        end

        # What dimmers and other electronics may work
        def electronics
          electronic.filter_map do |control, kind|
            loads = worked_by(control)
            next if loads.empty?

            device = Trade::DeviceKind[kind]
            name = device.term
            wrong = loads.reject { |load| device.works?(load.kind) }
            next met("The #{name} works what it is made for.") if wrong.empty?

            not_met("A #{name} may not work #{listed(wrong)}, unless it is marked for that.")
          end
        end

        # Electronic switches that need a neutral, and where it is
        def standby
          @site.opened.flat_map do |place|
            @site
              .switches(place)
              .select { |row| Trade::DeviceKind.known?(row["kind"]) && Trade::DeviceKind[row["kind"]].neutral? }
              .filter_map { |row| neutral_of(place, row["id"]) }
          end
        end

        # A dimmer's least load
        def least_load
          rows = electronic.keys.flat_map { |control| worked_by(control) }
          lamps = rows.filter_map { |load| @job.document["loads"].find { |row| row["id"] == load.id }&.dig("lamp") }
          led = lamps.select { |lamp| lamp["kind"] == "led" && lamp["watts"] }
          return [] if led.empty?

          watts = led.sum { |lamp| lamp["watts"] }
          return [met("The lamps draw #{watts} W.")] if watts >= LEAST_WATTS

          [not_met("The lamps draw #{watts} W. Many dimmers want #{LEAST_WATTS} W or more. Read the label.")]
        end

        # Dimmers beside other devices
        def ganged
          electronic.filter_map do |control, kind|
            item = @site.asked.control(control)
            unless kind.start_with?("dimmer") && item &&
                     @site.asked.controls.count { |one| one.place == item.place } > 1
              next
            end

            unknown("The dimmer stands beside another device: read its table for the load with side fins off.")
          end
        end

        # New receptacles
        def receptacles
          steps = @site.change_work.select { |step| step["kind"] == "receptacle" } + swapped
          return [] if steps.empty?

          [unknown("A new receptacle may need ground-fault or arc-fault protection, and shutters. #{GROUNDLESS}")]
        end
        GROUNDLESS = "Where its box has no ground: a ground-fault device, marked so, or one without a ground slot."

        private

        def crowded?(joint)
          screws = joint.reject { |one| PointId.conductor?(one) || PointId.metal?(one) }
          screws.one? && joint.count { |one| PointId.conductor?(one) } > 1
        end

        def wires(joint) = Presentation::Naming.list(joint.grep(PointId::CONDUCTOR).map { |one| point(one) })

        def pushed_in(place, left, thick)
          return met("#{in_box(place)} the conductors are off the push-in holes.") if left.empty?
          if thick.any?
            return(
              not_met("#{in_box(place)}, #{thick.first} AWG is too thick for push-in holes. Move it to the screws.")
            )
          end

          unknown(
            "#{in_box(place)} conductors sit in push-in holes. See that the holes are marked for 14 AWG solid copper."
          )
        end

        def leads?(kind) = Trade::DeviceKind[kind].screws.any? { |screw| screw["finish"] == "lead" }

        # Controls that are electronics, or are asked to be
        # @return [Hash{String => String}] control => kind
        def electronic
          found =
            @job.controls.filter_map do |one|
              kind = @situation.kind_of(one.id)&.then { |name| Trade::KindName.plain(name) }
              [one.id, kind] if kind && Trade::DeviceKind[kind].electronics?
            end
          asked = (@site.asked.wanted["fit"] || {}).select { |_, kind| electronics?(kind) }
          found.to_h.merge(asked)
        end

        def electronics?(kind) = Trade::DeviceKind.known?(kind) && Trade::DeviceKind[kind].electronics?

        def worked_by(control)
          names = @site.asked.goal.works.select { |_, controls| controls.include?(control) }.keys
          ids = names.map { |name| PointId.device(name) }.uniq
          @site.asked.loads.select { |load| ids.include?(load.id) }
        end

        def listed(loads) =
          Presentation::Naming.list(loads.map { |load| Presentation::Naming.load(load.id, @site.asked) })

        def neutral_of(place, device)
          neutral = "#{device}.neutral"
          joint = @situation.joints(place).find { |one| one.include?(neutral) && one.size > 1 }
          return unknown("#{device} has nothing on its neutral lead.") unless joint
          if joint.any? { |one| PointId.metal?(one) || @situation.grounds(place).include?(one) }
            return(
              not_met("#{in_box(place)}, take the neutral lead of #{device} off the ground. A ground is no neutral.")
            )
          end

          met("The neutral lead of #{device} is on #{wires(joint)}.")
        end

        def swapped =
          (@site.asked.wanted["swap"] || []).select do |id|
            @job.loads.any? { |load| load.id == id && load.kind == "receptacle" }
          end
      end
    end
  end
end
