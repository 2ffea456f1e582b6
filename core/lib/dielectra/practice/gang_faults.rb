# frozen_string_literal: true

module Dielectra
  module Practice
    # The faults a Gang can have. Each method adds one fault and returns its cause, as a Case has it.
    module GangFaults
      ALL = %w[
        loads_exchanged
        load_on_neighbor
        line_left_out
        joint_open
        stuck_open
        stuck_closed
        wrong_device
        taken_apart
        conductors_exchanged
        onward_left_out
        lamp
        no_supply
        circuits_joined
        neutrals_joined
        tab_whole
        open_neutral
      ].freeze
      BOX = "hall"
      IN_BOX = %r{\A#{BOX}/}
      IN_USE = %r{\A#{BOX}/\d+\.(?!bare)}

      private

      def miswired(place) = { "kinds" => %w[miswired], "place" => place }

      # Points of the loads' conductors at the switches, and the joints they are in
      def load_joints =
        @joints.select do |points|
          conductor(points) && points.any? { |point| point.match?(/\A(S\d+)\.(terminal_2|out_\d)\z/) }
        end

      def break_something
        @cause = send(:"make_#{@fault}")
      end

      def conductor(points) = points.find { |point| point.include?("/") }

      def exchange(one, other)
        @joints.map! { |points| points.map { |point| { one => other, other => one }.fetch(point, point) } }
      end

      def make_loads_exchanged
        return make_stuck_open if load_joints.size < 2

        exchange(*load_joints.sample(2, random: @random).map { |points| conductor(points) })
        miswired(BOX)
      end

      def make_load_on_neighbor
        return make_conductors_exchanged if load_joints.size < 2

        from, to = load_joints.sample(2, random: @random)
        moved = conductor(from)
        from.delete(moved)
        to << moved
        @joints.reject! { |points| points.size < 2 }
        miswired(BOX)
      end

      def make_line_left_out
        joint = @joints.find { |points| points.count { |point| point.match?(/\AS\d+\.(terminal_1|common)\z/) } > 1 }
        return make_stuck_open unless joint

        idle = @idle.map { |row| "#{row["id"]}.terminal_1" }
        joint.delete((joint.grep(/\AS\d+\.terminal_1\z/) - idle).sample(random: @random))
        miswired(BOX)
      end

      def make_joint_open
        points = load_joints.sample(random: @random)
        @broken << { "kind" => "joint_open", "point" => conductor(points) }
        { "kinds" => %w[joint_open], "place" => BOX }
      end

      def switch
        idle = @idle.map { |row| row["id"] }
        @devices
          .select { |row| row["kind"].match?(/pole|way|combination/) && !idle.include?(row["id"]) }
          .sample(random: @random)
      end

      def stuck(kind)
        row = switch
        contact = {
          "single_pole" => %w[terminal_1 terminal_2],
          "three_way" => ["common", "traveler_#{1 + @random.rand(2)}"],
          "combination" => %w[common_1 out_1]
        }.fetch(row["kind"])
        @broken << { "kind" => kind, "device" => row["id"], "contact" => contact }
        { "kinds" => %w[device_failed], "place" => row["place"], "device" => row["id"] }
      end

      def make_stuck_open = stuck("contact_stuck_open")

      def make_stuck_closed = stuck("contact_stuck_closed")

      def make_wrong_device
        row = @devices.find { |one| one["kind"] == "three_way" && one["place"] == BOX }
        return make_stuck_open unless row

        row["kind"] = "single_pole"
        row.delete("reversed")
        row["position"] = "on"
        names = {
          "#{row["id"]}.common" => "#{row["id"]}.terminal_1",
          "#{row["id"]}.traveler_1" => "#{row["id"]}.terminal_2"
        }
        @joints.map! { |points| points.map { |point| names.fetch(point, point) } - ["#{row["id"]}.traveler_2"] }
        @joints.reject! { |points| points.size < 2 }
        { "kinds" => %w[wrong_device], "place" => BOX, "device" => row["id"] }
      end

      def make_taken_apart
        @joints.reject! { |points| points.any? { |point| point.start_with?("#{BOX}/") } }
        miswired(BOX)
      end

      # A conductor in use in each of two joints of the box, exchanged
      def make_conductors_exchanged
        here = @joints.select { |points| points.any? { |point| point.match?(IN_USE) } }
        lines, others = here.partition { |points| points.any? { |point| point.match?(/\AS\d+\.(terminal_1|common)/) } }
        exchange(*[lines, others].map { |some| some.sample(random: @random).grep(IN_BOX).sample(random: @random) })
        miswired(BOX)
      end

      def make_onward_left_out
        run = laid.find { |one| one[:ends].last.start_with?("outlet/") } or return make_loads_exchanged
        line = "#{run[:ends].first}.black"
        @joints.each { |points| points.delete(line) }
        miswired(BOX)
      end

      def make_lamp
        lamp = @devices.select { |row| row["lamp"] }.sample(random: @random) or return make_stuck_open
        @broken << { "kind" => "lamp_burnt", "device" => lamp["id"] }
        { "kinds" => %w[lamp], "device" => lamp["id"] }
      end

      def make_no_supply
        breaker = @devices.select { |row| row["kind"] == "breaker" }.sample(random: @random)
        breaker["position"] = "off"
        { "kinds" => %w[no_supply], "place" => "panel" }
      end

      # The lines, or the neutrals, of two circuits in one joint
      def make_circuits_joined(names = %w[line line_b])
        return make_loads_exchanged unless two_feeds?

        one, other = names.map { |name| @joints.find { |points| points.intersect?(conductors_in_box(name)) } }
        return make_loads_exchanged unless one && other

        one.concat(other)
        @joints.delete(other)
        miswired(BOX)
      end

      def make_neutrals_joined = make_circuits_joined(%w[neutral neutral_b])

      def make_tab_whole
        yoke = @devices.find { |row| row["common_tab"] == "removed" } or return make_circuits_joined
        yoke["common_tab"] = "intact"
        { "kinds" => %w[tab miswired], "place" => BOX }
      end

      def make_open_neutral
        joints =
          @joints.select { |points| points.grep(IN_BOX).intersect?(conductors_in_box("neutral")) && points.size > 1 }
        joint = joints.sample(random: @random) or return make_stuck_open
        joint.delete(joint.grep(IN_BOX).sample(random: @random))
        @joints.reject! { |points| points.size < 2 }
        { "kinds" => %w[miswired joint_open], "place" => BOX }
      end

      # Points of the box whose conductors carry a function
      def conductors_in_box(name)
        laid
          .flat_map { |run| run[:ends].map { |id| [id, run] } }
          .select { |id, _| id.start_with?("#{BOX}/") }
          .flat_map { |id, run| run[:assigned].filter_map { |color, function| "#{id}.#{color}" if function == name } }
      end
    end
  end
end
