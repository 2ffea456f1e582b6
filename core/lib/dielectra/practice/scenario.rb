# frozen_string_literal: true

module Dielectra
  module Practice
    # A house with something wrong in it, made up by chance: the truth as a circuit, and the job as a person would be
    # called to it. The same seed gives the same house.
    class Scenario
      ROOMS = %w[porch hall landing pantry kitchen den bath bedroom study cellar loft laundry stairs_top stairs_bottom].freeze
      # How often each thing is wrong.
      TROUBLES = {
        exchanged: 0.26, apart_one: 0.13, apart_all: 0.10, wrong_device: 0.10, contact_stuck_open: 0.10, contact_stuck_closed: 0.05,
        joint_open: 0.13, lamp_burnt: 0.05, no_supply: 0.04, conductor_open: 0.04
      }.freeze

      attr_reader :circuit, :job, :trouble

      # @param random [Random]
      # @param trouble [Symbol, nil] one of TROUBLES; by chance where nil
      def initialize(random, trouble: nil)
        @random = random
        @trouble = trouble || weighted(TROUBLES)
        @rooms = ROOMS.sample(chance?(0.35) ? 1 : 2, random:)
        loop do
          lay_out
          break if spoil
        end
        @job = Evidence::Job.read(job_document)
      end

      private

      def chance?(share) = @random.rand < share

      def weighted(table)
        mark = @random.rand * table.values.sum
        table.find { |_, weight| (mark -= weight) <= 0 }&.first || table.keys.last
      end

      # A right circuit on a layout picked by its weight.
      def lay_out
        layouts = Design::CableTrees.new(controls: @rooms, lights: ["ceiling"], schemes: [Design::Scheme::PRESENT]).to_a
        @layout = weighted(layouts.to_h { |layout| [layout, layout.weight] })
        @grounded = chance?(0.8)
        @gauge = chance?(0.75) ? "14" : "12"
        @numbers = Hash.new { |hash, place| hash[place] = (1..9).first(@layout.edges_at(place).size).shuffle(random: @random) }
        @runs = @layout.edges.shuffle(random: @random).map { |edge| run(edge) }
        @faults = []
        @kinds = @rooms.to_h { |room| [room, @layout.stand(room).kind] }
        @joints = places.to_h { |place| [place, joints_at(place)] }
      end

      def places = [*@rooms, "ceiling", *@layout.edges.flatten.grep(/\Aonward/)]

      def run(edge)
        functions = @layout.carried(edge)
        spare = functions.size == 2 && chance?(0.15)
        type = "#{@gauge}/#{functions.size + (spare ? 1 : 0)}"
        colors = Trade::CableType.colors(type)
        ways = Design::Coloring.ways(functions, colors, polarized: Design::Layout.polarized(edge))
        odd = chance?(0.2) && edge.none? { |place| place.match?(/panel|onward/) }
        way = odd ? ways.sample(random: @random) : weighted(ways.to_h { |item| [item, item.weight] })
        ends = edge.map { |place| "#{place}/#{@numbers[place].pop}" }
        {places: edge, ends:, type:, colors:, functions: way.functions, length: 8 + @random.rand(70)}
      end

      def runs_at(place) = @runs.select { |run| run[:places].include?(place) }

      def end_at(run, place) = run[:ends][run[:places].index(place)]

      def functions_at(place)
        runs_at(place).flat_map do |run|
          run[:colors].zip(run[:functions]).map { |color, function| ["#{end_at(run, place)}.#{color}", function] }
        end.to_h
      end

      def joints_at(place)
        return outlet_joints(place) if place.start_with?("onward")

        meant = workmanship(place, device_kind(place))
        joints = meant.joints(functions_at(place), turn: place == "ceiling" ? meant.turns.first : meant.turns.first(2).sample(random: @random))
        grounds = grounds_at(place)
        grounds.size > 1 ? joints + [grounds] : joints
      end

      def grounds_at(place)
        return [] unless @grounded

        runs_at(place).map { |run| "#{end_at(run, place)}.bare" } + ["#{device(place)}.ground"] + (metal?(place) ? ["#{place}.box"] : [])
      end

      def outlet_joints(place)
        id = device(place)
        wires = functions_at(place)
        [["#{id}.hot_1", wires.key("line")], ["#{id}.neutral_1", wires.key("neutral")]] +
          (@grounded ? [["#{id}.ground", *runs_at(place).map { |run| "#{end_at(run, place)}.bare" }]] : [])
      end

      def metal?(place) = (@metal ||= Hash.new { |hash, name| hash[name] = chance?(0.5) })[place]

      def device(place)
        return "L1" if place == "ceiling"
        return "R#{place[/\d+/]}" if place.start_with?("onward")

        "S#{@rooms.index(place) + 1}"
      end

      def device_kind(place) = place == "ceiling" ? "luminaire" : @kinds.fetch(place)

      def workmanship(place, kind)
        Design::Workmanship.new(device: device(place), kind:, stand: @layout.stand(place))
      end

      # Puts the trouble in.
      # @return [Boolean] whether it could be, and shows
      def spoil
        case @trouble
        when :exchanged then exchange(@rooms.sample(random: @random))
        when :apart_one then take_apart([@rooms.sample(random: @random)])
        when :apart_all then take_apart(@rooms)
        when :wrong_device then misfit(@rooms.sample(random: @random))
        when :contact_stuck_open, :contact_stuck_closed then fail_contact(@rooms.sample(random: @random))
        when :joint_open then loosen
        when :lamp_burnt then @faults << {"kind" => "lamp_burnt", "device" => "L1"}
        when :no_supply then @faults << {"kind" => "joint_open", "point" => panel_point("line")}
        when :conductor_open then break_conductor
        end
        @circuit = Circuit.read(circuit_document)
        troubled?
      end

      def exchange(place)
        joined = @joints[place].flatten.grep(%r{/}).reject { |point| point.end_with?(".bare") }
        one, other = joined.sample(2, random: @random)
        @joints[place] = @joints[place].map { |joint| joint.map { |point| {one => other, other => one}.fetch(point, point) } }
      end

      def take_apart(places) = places.each { |place| @joints[place] = [] }

      def misfit(place)
        @kinds[place] = @rooms.size == 1 ? "three_way" : "single_pole"
        id = device(place)
        screws = Trade::DeviceKind[@kinds[place]].live_terminals.map { |terminal| "#{id}.#{terminal}" }.shuffle(random: @random)
        grounds = grounds_at(place)
        @joints[place] = @joints[place].map do |joint|
          next joint if grounds.intersect?(joint) || joint.none? { |point| point.start_with?("#{id}.") }

          [screws.pop, *joint.reject { |point| point.start_with?("#{id}.") }].compact
        end.select { |joint| joint.size > 1 }
      end

      def fail_contact(place)
        @faults << {"kind" => @trouble.to_s, "device" => device(place),
                    "contact" => Trade::DeviceKind[@kinds[place]].contacts.sample(random: @random)}
      end

      def loosen
        points = [*@rooms, "ceiling"].flat_map { |place| @joints[place].reject { |joint| joint.any? { |point| point.end_with?(".bare") } }.flatten.grep(%r{/}) }
        @faults << {"kind" => "joint_open", "point" => points.sample(random: @random)}
      end

      def break_conductor
        run = @runs.reject { |item| item[:places].any? { |place| place.match?(/panel|onward/) } }.sample(random: @random) || @runs.first
        color = run[:colors].zip(run[:functions]).select(&:last).sample(random: @random).first
        @faults << {"kind" => "conductor_open", "cable" => run[:ends], "conductor" => color}
      end

      def panel_point(function)
        feed = runs_at("panel").first
        "#{end_at(feed, "panel")}.#{feed[:colors][feed[:functions].index(function)]}"
      end

      # Whether the light fails to obey in some combination.
      def troubled?
        rows = Physics::Survey.measure(@circuit)
        by_positions = rows.to_h { |row| [row["positions"].transform_values { |at| Trade::Position.raised?(at) }, row] }
        by_positions.any? do |raised, row|
          row["breakers"]["B1"] == "tripped" ||
            raised.any? { |id, up| by_positions[raised.merge(id => !up)]["loads"]["L1"] == row["loads"]["L1"] }
        end
      end

      def circuit_document
        {"format" => Circuit::FORMAT, "version" => 1, "supply" => {"volts" => 120, "hertz" => 60}, "places" => place_rows(places),
         "cables" => @runs.map { |run| cable_row(run) }, "devices" => device_rows,
         "joints" => panel_joints + @joints.values.flatten(1).map { |points| {"points" => points} }, "faults" => @faults}
      end

      def place_rows(names)
        kinds = {"ceiling" => "luminaire_box"}
        [{"id" => "panel", "kind" => "panel"}] + names.map do |name|
          kind = name.start_with?("onward") ? "receptacle_box" : kinds.fetch(name, "switch_box")
          {"id" => name, "kind" => kind, "enclosure" => metal?(name) ? "metal" : "plastic"}
        end
      end

      def cable_row(run)
        colors = @grounded ? [*run[:colors], "bare"] : run[:colors]
        {"ends" => run[:ends], "type" => run[:type], "method" => "nm", "length_ft" => run[:length],
         "conductors" => colors.map { |color| {"id" => color, "color" => color} }}
      end

      def device_rows
        amps = @gauge == "14" ? 15 : 20
        led = chance?(0.5)
        @lamp ||= {"kind" => led ? "led" : "incandescent", "watts" => led ? [9, 12, 15].sample(random: @random) : [40, 60, 75, 100].sample(random: @random), "good" => true}
        switches = @rooms.map do |room|
          positions = Trade::DeviceKind[@kinds[room]].positions
          {"id" => device(room), "kind" => @kinds[room], "place" => room, "position" => positions.sample(random: @random)}
        end
        [{"id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => amps, "position" => "on"}, *switches,
         {"id" => "L1", "kind" => "luminaire", "place" => "ceiling", "lamp" => @lamp}] +
          places.grep(/\Aonward/).map { |place| {"id" => device(place), "kind" => "receptacle", "place" => place, "hot_tab" => "intact", "neutral_tab" => "intact"} }
      end

      def panel_joints
        bare = @grounded ? runs_at("panel").map { |run| "#{end_at(run, "panel")}.bare" } : []
        [{"points" => ["B1.load", panel_point("line")]}, {"points" => ["panel.neutral", "panel.ground", panel_point("neutral"), *bare]}]
      end

      def job_document
        known = [*@rooms, "ceiling"]
        controls = @rooms.map do |room|
          {"id" => device(room), "place" => room, "on_off_marked" => @kinds[room] == "single_pole" && chance?(0.9)}
        end
        {"format" => Evidence::Job::FORMAT, "version" => 1, "supply" => {"volts" => 120, "hertz" => 60},
         "places" => place_rows(known).map { |row| row.slice("id", "kind") }, "breakers" => [{"id" => "B1", "amps" => 15}],
         "controls" => controls, "loads" => [{"id" => "L1", "place" => "ceiling", "kind" => "luminaire"}],
         "wanted" => {"kind" => "restore", "control" => {"L1" => controls.map { |control| control["id"] }}}, "year_built" => 1950 + @random.rand(70),
         "method" => "nm", "tools" => %w[ncv voltage continuity resistance bench], "steps" => chance?(0.7) ? reports : []}
      end

      def reports
        Physics::Survey.measure(@circuit).reject { |row| row["breakers"]["B1"] == "tripped" }.shuffle(random: @random).map do |row|
          {"do" => "report", "positions" => row["positions"], "answer" => {"loads" => row["loads"]}}
        end
      end
    end
  end
end
