# frozen_string_literal: true

module Dielectra
  module Practice
    # Answers that the protocol allows, whether or not any house would give them: likely, unlikely and contradictory
    # ones, boxes that hold more, less or other things than were listed, "unsure" and "cannot". For tests of a session
    # that has to stand whatever it is told.
    class AnyAnswer
      # Shares of answers that are refusals, and of those that are bent where a house gives the true one
      UNSURE = 0.06
      CANNOT = 0.05
      BENT = 0.25
      VOLTS = [0.0, 0.4, 3.1, 17.0, 48.0, 91.0, 118.6, 121.4, 208.0, 240.3].freeze
      OHMS = [nil, 0.0, 0.2, 0.9, 3.1, 12.0, 48.0, 240.0, 5_020.0, 1e6].freeze
      AMPS = [0.0, 0.4, 6.2, 14.9, 22.5].freeze
      LIGHTS = %w[on off on off dim flickers].freeze
      # Ways in which a box may hold other things than were listed
      BENDS = %i[
        one_cable_less
        one_cable_more
        other_name
        other_kind
        no_types
        more_devices
        no_devices
        a_yoke
        an_electronic
        a_receptacle
        loose
        joined_otherwise
        as_it_is
        hurt
        three_circuits
      ].freeze
      OTHER_KINDS = %w[
        single_pole
        three_way
        four_way
        combination
        dimmer
        electronic
        timer
        companion
        receptacle
        unknown
      ].freeze

      # @param random [Random]
      # @param house [House, nil] that gives the true answers
      def initialize(random, house = nil)
        @random = random
        @house = house
      end

      # @param step [Hash] in the form of the protocol
      # @param situation [Evidence::Situation] before it
      # @return [Hash]
      def to(step, situation)
        share = @random.rand
        return { "cannot" => "not today" } if share < CANNOT
        return { "unsure" => true } if share < CANNOT + UNSURE

        true_one = truth(step)
        return true_one if true_one && @random.rand > BENT

        made_up(step, situation, true_one)
      end

      private

      # What the house says; nil without one, and where the step makes no sense in it
      def truth(step)
        answer = @house&.answer(step)&.except("id")
        answer unless answer.nil? || answer.key?("cannot")
      rescue StandardError
        nil
      end

      def made_up(step, situation, true_one)
        case step["do"]
        when "watch", "wiggle", "wait"
          looked(situation)
        when "open"
          { "found" => bent(true_one&.fetch("found", nil) || box(step["place"], situation), step["place"], situation) }
        when "prove_dead"
          { "live" => live(step["place"], situation) }
        when "probe"
          reading(step)
        when "bench"
          { "closed" => closed(situation.kind_of(step["device"]) || "three_way") }
        when "find_breaker"
          { "device" => [nil, "B1", "B2", "B7", situation.job.breakers.last].sample(random: @random) }
        when "cable"
          pulled(step, situation)
        else
          { "ok" => true }
        end
      end

      def looked(situation)
        parts = situation.job.goal.parts.map(&:to_s)
        parts = situation.job.loads.map(&:id) if parts.empty? || @random.rand < 0.3
        answer = { "loads" => parts.to_h { |name| [name, LIGHTS.sample(random: @random)] } }
        return answer if @random.rand < 0.4

        odd = @random.rand < 0.1
        answer["breakers"] = situation.breakers.transform_values do |at|
          odd ? %w[on off tripped].sample(random: @random) : at || "on"
        end
        answer
      end

      def live(place, situation)
        all = situation.open?(place) ? situation.points(place) : []
        wires = all.grep(PointId::CONDUCTOR)
        [[], [], [], [wires.first].compact, [wires.last].compact, wires, all].sample(random: @random)
      end

      def reading(step)
        case step["tool"]
        when "ncv"
          { "reads" => %w[glow dark].sample(random: @random) }
        when "continuity"
          { "reads" => %w[beep silent].sample(random: @random) }
        when "resistance"
          { "ohms" => OHMS.sample(random: @random) }
        when "clamp"
          { "amps" => AMPS.sample(random: @random) }
        when "plug_in"
          %w[hot neutral ground].to_h { |name| [name, Steps::Probe::STATE["enum"].sample(random: @random)] }
        else
          { "volts" => VOLTS.sample(random: @random) }
        end
      end

      def closed(kind)
        screws = Trade::DeviceKind[kind].terminals - ["ground"]
        screws.combination(2).to_a.sample(@random.rand(0..2), random: @random)
      end

      def pulled(step, situation)
        if step["colors"]
          return(
            {
              "conductors" =>
                step["colors"].map do |color|
                  step["between"].map { |place| "#{place}/1.#{color}_#{@random.rand(2..9)}" }
                end
            }
          )
        end

        ends =
          step["between"].map do |place|
            numbers = situation.open?(place) ? situation.cable_ends(place).map { |one| one.id[/\d+\z/].to_i } : [0]
            "#{place}/#{(numbers.max || 0) + 1}"
          end
        { "ends" => ends }
      end

      # A box that nobody described: some cables, the listed device or others, joined or loose
      def box(place, situation)
        region = situation.job.region
        cables = region.cables.to_a
        ends =
          Array.new(@random.rand(1..3)) do |number|
            type, colors = cables.sample(random: @random)
            wires = colors.uniq.map { |color| { "id" => color, "color" => color } }
            { "id" => "#{place}/#{number + 1}", "type" => type, "conductors" => wires }
          end
        devices = situation.job.devices_at(place).map { |item| { "id" => item.id, "kind" => kind_of(item) } }
        found = { "cable_ends" => ends, "devices" => devices, "joints" => [] }
        found["enclosure"] = %w[metal plastic].sample(random: @random)
        found.merge("joints" => joined(found))
      end

      def kind_of(item)
        item.is_a?(Evidence::Job::Load) ? item.kind : %w[single_pole three_way].sample(random: @random)
      end

      # Conductors and screws of a box
      def points_of(found)
        wires = found["cable_ends"].flat_map { |row| row["conductors"].map { |one| "#{row["id"]}.#{one["id"]}" } }
        screws =
          found["devices"].flat_map do |row|
            Trade::DeviceKind[row["kind"]].terminals.map { |screw| "#{row["id"]}.#{screw}" }
          end
        wires + screws
      end

      # Points of a box thrown together
      def joined(found)
        points = points_of(found).shuffle(random: @random)
        joints = []
        joints << { "points" => points.shift(@random.rand(2..3)) } while points.size > 2 && @random.rand < 0.8
        joints
      end

      def bent(found, place, situation)
        changed = send(BENDS.sample(random: @random), JSON.parse(JSON.generate(found)), place, situation)
        consistent(changed)
      end

      # Joints only of points that are still there
      def consistent(found)
        there =
          points_of(found) + found["joints"].flat_map { |joint| joint["points"] }.select { |point| PointId.box?(point) }
        joints = found["joints"].map { |joint| joint.merge("points" => joint["points"] & there) }
        found.merge("joints" => joints.reject { |joint| joint["points"].empty? })
      end

      def as_it_is(found, *) = found

      def one_cable_less(found, *) = found.merge("cable_ends" => found["cable_ends"][0..-2])

      def one_cable_more(found, place, _)
        number = found["cable_ends"].map { |row| row["id"][/\d+\z/].to_i }.max.to_i + 1
        wires = %w[black white bare].map { |color| { "id" => color, "color" => color } }
        more = { "id" => "#{place}/#{number}", "type" => "14/2", "conductors" => wires }
        joints = found["joints"]
        if joints.any? && @random.rand < 0.5
          joints = joints.dup
          joints[0] = joints[0].merge("points" => joints[0]["points"] + ["#{more["id"]}.black"])
        end
        found.merge("cable_ends" => found["cable_ends"] + [more], "joints" => joints)
      end

      def three_circuits(found, place, situation)
        Array.new(2).reduce(found) { |so_far, _| one_cable_more(so_far, place, situation) }
      end

      def other_name(found, *)
        row = found["devices"].sample(random: @random) or return found
        renamed(found, row, row.merge("id" => "X#{row["id"]}"))
      end

      def other_kind(found, *)
        row = found["devices"].sample(random: @random) or return found
        renamed(found, row, { "id" => row["id"], "kind" => OTHER_KINDS.sample(random: @random) })
      end

      # A device in place of another; what was on its screws is on those of the new one, in order
      def renamed(found, old, new)
        screws = Trade::DeviceKind[new["kind"]].terminals.map { |screw| "#{new["id"]}.#{screw}" }
        names = Trade::DeviceKind[old["kind"]].terminals.map { |screw| "#{old["id"]}.#{screw}" }.zip(screws).to_h
        joints =
          found["joints"].map do |joint|
            joint.merge("points" => joint["points"].filter_map { |point| names.fetch(point, point) })
          end
        found.merge("devices" => found["devices"].map { |row| row == old ? new : row }, "joints" => joints)
      end

      def no_types(found, *) = found.merge("cable_ends" => found["cable_ends"].map { |row| row.except("type") })

      def more_devices(found, *)
        more =
          Array.new(@random.rand(1..2)) { |at| { "id" => "Y#{at + 1}", "kind" => OTHER_KINDS.sample(random: @random) } }
        found.merge("devices" => found["devices"] + more)
      end

      def no_devices(found, *) = found.merge("devices" => [])

      def a_yoke(found, *) = swapped(found, "combination")

      def an_electronic(found, *) = swapped(found, "electronic")

      def swapped(found, kind)
        row = found["devices"].find { |one| Trade::DeviceKind[one["kind"]].switch? } or return found
        renamed(found, row, { "id" => row["id"], "kind" => kind })
      end

      def a_receptacle(found, *) =
        found.merge("devices" => found["devices"] + [{ "id" => "Z1", "kind" => "receptacle" }])

      def loose(found, *) = found.merge("joints" => [])

      def joined_otherwise(found, *) = found.merge("joints" => joined(found))

      def hurt(found, *)
        point = found["joints"].flat_map { |joint| joint["points"] }.sample(random: @random) or return found
        what = Evidence::OpenedBox::HURT.sample(random: @random)
        joints =
          found["joints"].map do |joint|
            joint["points"].include?(point) ? joint.merge("condition" => "scorched") : joint
          end
        found.merge("remarks" => [{ "point" => point, "what" => what }], "joints" => joints)
      end
    end
  end
end
