# frozen_string_literal: true

module Dielectra
  module Practice
    # A right circuit in the walls of a made-up house, as a document that can be spoilt: which runs there are, what their
    # conductors carry, how every box is joined. Families differ in how many switches there are and how the house is wired.
    class Wall
      include Chance

      ROOMS = %w[
        porch
        hall
        landing
        pantry
        kitchen
        den
        bath
        bedroom
        study
        cellar
        loft
        laundry
        stairs_top
        stairs_bottom
      ].freeze
      # Switches, loads, method and scheme of each family; whether its runs meet in a junction that no job knows of; whether a run of
      # three is two cables side by side.
      Family = Struct.new(:switches, :lights, :wiring, :scheme, :second, :load, :junction, :parallel)
      FAMILIES = {
        one: Family.new(1, 1, "nm", :present),
        two: Family.new(2, 1, "nm", :present),
        three: Family.new(3, 1, "nm", :present),
        four: Family.new(4, 1, "nm", :present),
        conduit: Family.new(nil, 1, "emt", :present),
        cloth: Family.new(nil, 1, "cloth", :present),
        knob_and_tube: Family.new(nil, 1, "knob_and_tube", :present),
        second_circuit: Family.new(nil, 1, "nm", :present, true),
        old_scheme: Family.new(2, 1, "nm", :both_on_travelers),
        neutral_switched: Family.new(nil, 1, "nm", :neutral_switched),
        loads: Family.new(nil, 2, "nm", :present),
        receptacle: Family.new(nil, 1, "nm", :present, false, "receptacle"),
        fan: Family.new(nil, 1, "nm", :present, false, "fan_light"),
        metric: Family.new(nil, 1, "metric", :present),
        junction: Family.new(nil, 1, "nm", :present, false, nil, true),
        parallel: Family.new(2, 1, "nm", :present, false, nil, false, true)
      }.freeze
      SCHEMES =
        [Design::Scheme::PRESENT, Design::Scheme::NEUTRAL_SWITCHED, Design::Scheme::BOTH_ON_TRAVELERS].to_h do |scheme|
            [scheme.name, scheme]
          end
          .freeze
      # Colours of cables of two and three conductors at 230 V: of today, and of the time before.
      METRIC = {
        2 => [%w[brown blue], %w[red black]],
        3 => [%w[brown black blue], %w[brown black gray], %w[red yellow black]]
      }.freeze
      HOTS = %w[black black black red red blue yellow].freeze

      # A run: its places, its cable ends, and for each conductor its ids at the ends, its colour and its function.
      Run = Struct.new(:places, :ends, :type, :wires, :feet)
      Wire = Struct.new(:ids, :color, :function)

      # Watts of what may be plugged in beyond; and how often anything is.
      PLUGGED = [7, 40, 60, 600, 1_000, 1_500].freeze
      PLUGGED_IN = 0.5
      # How often a toggle throws the other way round than its kind's table says.
      REVERSED = 0.5

      attr_reader :rooms, :lights, :runs, :joints, :kinds, :layout, :family, :lamp, :marked

      # @param family [Symbol] one of FAMILIES
      # @param random [Random]
      def initialize(family, random)
        @family = FAMILIES.fetch(family)
        @random = random
        @rooms = ROOMS.sample(@family.switches || (chance?(0.35) ? 1 : 2), random:)
        @lights = receptacle? ? %w[parlor_wall] : %w[ceiling alcove].first(@family.lights)
        @half = receptacle? && chance?(0.5)
        @grounded = @family.wiring == "emt" || (%w[nm metric].include?(@family.wiring) && chance?(0.8))
        @gauge = chance?(0.75) ? "14" : "12"
        @metal = Hash.new { |hash, name| hash[name] = @family.wiring == "emt" || chance?(0.5) }
        lay_out
      end

      # @return [Boolean] whether a receptacle is switched, and not a light
      def receptacle? = @family.load == "receptacle"

      # @return [Boolean] whether the cables carry conductors enough for today's scheme, the switches in whatever order
      def allows_present?
        chain = @layout.chains.first
        chain.controls.permutation.any? do |order|
          today = @layout.with(chains: [chain.in_order(order)], scheme: Design::Scheme::PRESENT)
          @layout.edges.all? do |edge|
            today.carried(edge).size <=
              (@runs - second_runs).select { |run| run.places == edge }.sum { |run| run.wires.size }
          end
        end
      end

      # The kind of what is switched.
      def load = @family.load || "luminaire"

      def volts = @family.wiring == "metric" ? 230 : 120

      def places = [*@rooms, *@lights, *outlets, *@layout.unseen]

      def outlets =
        @layout.edges.flatten.select { |place| Design::Layout.onward?(place) } + (@family.second ? ["outlet"] : [])

      def device(place)
        return "L#{@lights.index(place) + 1}" if @lights.include?(place)
        return "R#{outlets.index(place) + 1}" if outlets.include?(place)
        return if Design::Layout.unseen?(place)

        "S#{@rooms.index(place) + 1}"
      end

      def grounds_at(place)
        return [] unless @grounded

        runs_at(place).map { |run| "#{end_at(run, place)}.#{ground_color}" } +
          [*("#{device(place)}.ground" if device(place))] + (@metal[place] ? ["#{named(place)}.box"] : [])
      end

      # Conductors of the light's circuit in a place.
      # @return [Hash{String => String, nil}] point => function
      def functions_at(place) = points_at(place, @runs - second_runs)

      # Whether another circuit comes through a place.
      def second_circuit_in?(place) = second_runs.any? { |run| run.places.include?(place) }

      def runs_at(place) = @runs.select { |run| run.places.include?(place) }

      def end_at(run, place) = run.ends[run.places.index(place)]

      def panel_point(function, runs = @runs - second_runs) = points_at("panel", runs).key(function)

      def ground_color = { "emt" => "green", "metric" => "green_yellow" }.fetch(@family.wiring, "bare")

      # As a file names how the runs were laid.
      def method_name = { "cloth" => "nm", "metric" => "nm" }.fetch(@family.wiring, @family.wiring)

      # @param faults [Array<Hash>]
      # @param breaker [String, nil] how the breaker is found, if not on
      def circuit_document(faults, breaker = nil)
        {
          "format" => Circuit::FORMAT,
          "version" => 1,
          "supply" => {
            "volts" => volts,
            "hertz" => 60
          },
          "places" => place_rows(places),
          "cables" => @runs.map { |run| cable_row(run) },
          "devices" => device_rows.map { |row| row["id"] == "B1" && breaker ? row.merge("position" => breaker) : row },
          "joints" => panel_joints + @joints.values.flatten(1).map { |points| { "points" => points } },
          "faults" => faults
        }
      end

      def place_rows(names)
        [{ "id" => "panel", "kind" => "panel" }] +
          names.map do |name|
            kind = "junction_box" if Design::Layout.unseen?(name)
            kind ||=
              (
                if outlets.include?(name) || (receptacle? && @lights.include?(name))
                  "receptacle_box"
                else
                  (@lights.include?(name) ? "luminaire_box" : "switch_box")
                end
              )
            { "id" => named(name), "kind" => kind, "enclosure" => @metal[name] ? "metal" : "plastic" }
          end
      end

      def amps = @gauge == "14" ? 15 : 20

      private

      def lay_out
        @layout = pick_layout
        @doubled = @layout.edges.select { |edge| parallel?(@layout, edge) }.sample(random: @random) if @family.parallel
        @numbers = Hash.new { |hash, place| hash[place] = (1..20).to_a.first(runs_in(place)).shuffle(random: @random) }
        @runs = @layout.edges.shuffle(random: @random).flat_map { |edge| laid(edge) }
        @second = @family.second ? second_circuit : []
        @runs += @second
        @kinds = @rooms.to_h { |room| [room, @layout.duty(device(room)).kind] }
        @marked = @rooms.to_h { |room| [room, @kinds[room] == "single_pole" && chance?(0.9)] }
        @turned = @rooms.to_h { |room| [room, chance?(REVERSED)] }
        @plugged = outlets.to_h { |place| [place, (PLUGGED.sample(random: @random) if chance?(PLUGGED_IN))] }
        led = chance?(0.5)
        @lamp = {
          "kind" => led ? "led" : "incandescent",
          "watts" => led ? [9, 12, 15].sample(random: @random) : [40, 60, 75, 100].sample(random: @random),
          "good" => true
        }
        @joints = places.to_h { |place| [place, joints_at(place)] }
      end

      def second_runs = @second || []

      # Cable ends a place has in all, with some to spare for a second circuit.
      def runs_in(place)
        count =
          @layout.edges_at(place).sum { |edge| @family.wiring == "knob_and_tube" ? @layout.carried(edge).size : 1 }
        count += 1 if @doubled&.include?(place)
        count + (@family.second && @rooms.include?(place) ? 2 : 0) + (place == "panel" ? 2 : 0)
      end

      def chain(rooms)
        switches = rooms.map { |room| Design::Seat.new("S#{@rooms.index(room) + 1}", room) }
        loads = @lights.each_with_index.map { |place, index| Design::Seat.new("L#{index + 1}", place) }
        Design::Chain.new(switches, loads, halves: @half ? @lights : [])
      end

      def pick_layout
        loop do
          boxes = @rooms + @lights + (@family.junction ? ["#{Design::Layout::UNSEEN}_1"] : [])
          shape = Design::Shapes.of(@rooms.size, @lights.size, boxes.size, 3).sample(random: @random)
          edges =
            shape.edges.map do |edge|
              edge.map { |box| box == Design::Shapes::FEED ? Design::Layout::FEED : boxes[box] }
            end
          edges += [[boxes.sample(random: @random), "#{Design::Layout::ONWARD}_1"]] if chance?(0.3)
          layout =
            Design::Layout.new(
              tree: Design::Tree.new(edges),
              chains: [chain(shape.order.map { |box| boxes[box] })],
              scheme: SCHEMES.fetch(@family.scheme)
            )
          next if @family.parallel && edges.none? { |edge| parallel?(layout, edge) }
          if layout.within?(3) &&
               layout.unseen.all? { |place| layout.edges_at(place).size >= Design::CableTrees::JUNCTION }
            return layout
          end
        end
      end

      # A run of three that two cables make instead of one.
      def parallel?(layout, edge) = layout.carried(edge).size == 3 && (edge - @rooms - @lights).empty?

      def laid(edge)
        functions = @layout.carried(edge)
        return functions.map { |function| single(edge, function) } if @family.wiring == "knob_and_tube"

        return side_by_side(edge, functions) if edge.equal?(@doubled)

        wires = wires(edge, functions)
        [
          Run.new(
            edge,
            numbered(edge),
            @family.wiring == "emt" ? "raceway" : "#{@gauge}/#{wires.size}",
            wires,
            8 + @random.rand(70)
          )
        ]
      end

      # Two cables of two in place of one of three; which conductor carries what nobody can foresee.
      def side_by_side(edge, functions)
        functions
          .shuffle(random: @random)
          .each_slice(2)
          .map do |some|
            carried = [*some, nil].first(2).shuffle(random: @random)
            Run.new(
              edge,
              numbered(edge),
              "#{@gauge}/2",
              %w[black white].zip(carried).map { |color, function| Wire.new([color, color], color, function) },
              8 + @random.rand(70)
            )
          end
      end

      def numbered(edge) = edge.map { |place| "#{named(place)}/#{@numbers[place].pop}" }

      # What a place is called in a file.
      def named(place) = place.delete_prefix("_")

      def single(edge, function) =
        Run.new(
          edge,
          numbered(edge),
          "knob_and_tube",
          [Wire.new(%w[black black], "black", function)],
          8 + @random.rand(70)
        )

      def wires(edge, functions)
        return conduit_wires(functions) if @family.wiring == "emt"

        return cloth_wires(functions) if @family.wiring == "cloth"

        size = [functions.size, 2].max
        size += 1 if functions.size == 2 && chance?(0.15)
        colors =
          (
            if @family.wiring == "metric"
              METRIC.fetch(size).sample(random: @random)
            else
              Trade::CableType.colors("14/#{size}")
            end
          )
        ways =
          Design::Coloring.ways(
            functions,
            Trade::Region.at(volts).habits(colors),
            polarized: Design::Layout.polarized(edge)
          )
        odd = chance?(0.2) && Design::Layout.polarized(edge).nil?
        way = odd ? ways.sample(random: @random) : weighted(ways.to_h { |item| [item, item.weight] })
        colors.zip(way.functions).map { |color, function| Wire.new([color, color], color, function) }
      end

      # Single conductors in a pipe: the neutral white, the others any dark colour; like ones have names of their own at either end.
      def conduit_wires(functions)
        colors = functions.map { |function| function == "neutral" ? "white" : HOTS.sample(random: @random) }
        colors.uniq.flat_map do |color|
          slots = colors.each_index.select { |slot| colors[slot] == color }
          here, there =
            [0, 1].map do
              slots.size == 1 ? [color] : (1..slots.size).map { |number| "#{color}_#{number}" }.shuffle(random: @random)
            end
          slots.each_with_index.map { |slot, order| Wire.new([here[order], there[order]], color, functions[slot]) }
        end
      end

      # Old cable whose conductors all look alike.
      def cloth_wires(functions)
        here, there = [0, 1].map { (1..functions.size).map { |number| "wire_#{number}" }.shuffle(random: @random) }
        functions.each_index.map { |slot| Wire.new([here[slot], there[slot]], "black", functions[slot]) }
      end

      # A cable that comes from another breaker, and one that leaves for its outlet, in one of the switch boxes.
      def second_circuit
        room = @rooms.sample(random: @random)
        [["panel", room], [room, "outlet"]].map do |edge|
          wires = [Wire.new(%w[black black], "black", "line"), Wire.new(%w[white white], "white", "neutral")]
          Run.new(
            edge,
            edge.map { |place| place == "outlet" ? "outlet/1" : "#{place}/#{@numbers[place].pop}" },
            "#{@gauge}/2",
            wires,
            8 + @random.rand(70)
          )
        end
      end

      def points_at(place, runs)
        runs
          .select { |run| run.places.include?(place) }
          .flat_map do |run|
            side = run.places.index(place)
            run.wires.map { |wire| ["#{run.ends[side]}.#{wire.ids[side]}", wire.function] }
          end
          .to_h
      end

      def joints_at(place)
        return outlet_joints(place) if outlets.include?(place)

        kind = @lights.include?(place) ? (@half ? "receptacle-hot_tab" : load) : @kinds[place]
        fitting = Design::Workmanship::Fitting.new(device(place), kind, @layout.duty(device(place)))
        meant = Design::Workmanship.new([fitting])
        turns = meant.turns
        joints =
          meant.joints(
            functions_at(place),
            turn: @lights.include?(place) ? turns.first : turns.first(2).sample(random: @random)
          )
        joints = fed_through(joints) if receptacle? && @lights.include?(place)
        joints = joints.map { |joint| joint.include?("L1.light") ? ["L1.fan", *joint] : joint } if load == "fan_light"
        joints += passing(place)
        grounds = grounds_at(place)
        grounds.size > 1 ? joints + [grounds] : joints
      end

      # Whoever has two wires for one side of a receptacle may put one on each screw and let the tab join them.
      def fed_through(joints)
        joints.flat_map do |screw, *wires|
          other = screw.sub(/_1\z/, "_2")
          next [[screw, *wires]] if wires.size < 2 || screw == other || (@half && screw.include?("hot")) || chance?(0.5)

          [[screw, wires.first], [other, *wires.drop(1)]]
        end
      end

      # The second circuit goes straight through.
      def passing(place)
        return [] unless @rooms.include?(place)

        points_at(place, second_runs).group_by(&:last).values.map { |pairs| pairs.map(&:first) }
      end

      def outlet_joints(place)
        id = device(place)
        wires = points_at(place, @runs)
        [["#{id}.hot_1", wires.key("line")], ["#{id}.neutral_1", wires.key("neutral")]] +
          (@grounded ? [["#{id}.ground", *runs_at(place).map { |run| "#{end_at(run, place)}.#{ground_color}" }]] : [])
      end

      def cable_row(run)
        rows =
          run.wires.map do |wire|
            { **(wire.ids.uniq.one? ? { "id" => wire.ids.first } : { "ids" => wire.ids }), "color" => wire.color }
          end
        rows << { "id" => ground_color, "color" => ground_color } if @grounded && run.type != "knob_and_tube"
        {
          "ends" => run.ends,
          "type" => run.type,
          "method" => method_name,
          "length_ft" => run.feet,
          "conductors" => rows
        }
      end

      def device_rows
        breakers =
          ["B1", *("B2" if @family.second)].map do |id|
            { "id" => id, "kind" => "breaker", "place" => "panel", "amps" => amps, "position" => "on" }
          end
        [*breakers, *@rooms.map { |room| switch_row(room) }, *@lights.map { |place| load_row(place) }] +
          outlets.map { |place| outlet_row(place) }
      end

      # A switch may throw either way round, if nothing is marked on it.
      def switch_row(room)
        positions = Trade::DeviceKind[@kinds[room]].positions
        row = {
          "id" => device(room),
          "kind" => @kinds[room],
          "place" => room,
          "position" => positions.sample(random: @random)
        }
        @turned[room] && !@marked[room] ? row.merge("reversed" => true) : row
      end

      # An outlet beyond, with something plugged in or not.
      def outlet_row(place)
        row = {
          "id" => device(place),
          "kind" => "receptacle",
          "place" => named(place),
          "hot_tab" => "intact",
          "neutral_tab" => "intact"
        }
        @plugged[place] ? row.merge("plugged" => { "1" => { "watts" => @plugged[place] } }) : row
      end

      def load_row(place)
        row = { "id" => device(place), "kind" => load, "place" => place }
        return row.merge("lamp" => @lamp) unless receptacle?

        row.merge(
          "hot_tab" => @half ? "removed" : "intact",
          "neutral_tab" => "intact",
          "plugged" => {
            "1" => {
              "watts" => @lamp["watts"]
            }
          }
        )
      end

      def panel_joints
        bare = @grounded ? runs_at("panel").map { |run| "#{end_at(run, "panel")}.#{ground_color}" } : []
        lines = [{ "points" => ["B1.load", panel_point("line")] }]
        lines << { "points" => ["B2.load", panel_point("line", @second)] } if @family.second
        neutrals = [panel_point("neutral"), *(panel_point("neutral", @second) if @family.second)]
        [*lines, { "points" => ["panel.neutral", "panel.ground", *neutrals, *bare] }]
      end
    end
  end
end
