# frozen_string_literal: true

module Dielectra
  module Practice
    # A correct circuit in the walls of a generated house: its runs, what their conductors carry, how every box is
    # joined. WallDocument writes it as a circuit file to which faults are added.
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
      SCHEMES =
        [Design::Scheme::PRESENT, Design::Scheme::NEUTRAL_SWITCHED, Design::Scheme::BOTH_ON_TRAVELERS].to_h do |scheme|
            [scheme.name, scheme]
          end
          .freeze
      # Watts of appliances downstream, and how often there is one
      PLUGGED = [7, 40, 60, 600, 1_000, 1_500].freeze
      PLUGGED_IN = 0.5
      # Probability that a toggle throws opposite to its kind's table
      REVERSED = 0.5

      attr_reader :rooms,
                  :lights,
                  :runs,
                  :joints,
                  :kinds,
                  :layout,
                  :family,
                  :lamp,
                  :marked,
                  :turned,
                  :plugged,
                  :half,
                  :grounded,
                  :second

      # @param family [Symbol] one of Families::ALL
      # @param random [Random]
      def initialize(family, random)
        @family = Families::ALL.fetch(family)
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

      # @return [Boolean] whether the cables carry conductors enough for today's scheme, with the switches in any order
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
          [*("#{device(place)}.ground" if device(place))] + (@metal[place] ? ["#{Cabling.named(place)}.box"] : [])
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

      # The wiring method as files name it
      def method_name = { "cloth" => "nm", "metric" => "nm" }.fetch(@family.wiring, @family.wiring)

      # @return [Hash] in the circuit file format
      def circuit_document(faults, breaker = nil) = WallDocument.new(self, @random).to_h(faults, breaker)

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
            { "id" => Cabling.named(name), "kind" => kind, "enclosure" => @metal[name] ? "metal" : "plastic" }
          end
      end

      def amps = @gauge == "14" ? 15 : 20

      private

      def lay_out
        @layout = pick_layout
        @doubled = @layout.edges.select { |edge| parallel?(@layout, edge) }.sample(random: @random) if @family.parallel
        @numbers = Hash.new { |hash, place| hash[place] = (1..20).to_a.first(runs_in(place)).shuffle(random: @random) }
        @runs = @layout.edges.shuffle(random: @random).flat_map { |edge| laid(edge) }
        @second = @family.second ? cabling.second_circuit : []
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

      def laid(edge) = cabling.lay(edge, @layout.carried(edge), doubled: edge.equal?(@doubled))

      def cabling = @cabling ||= Cabling.new(@family, @random, rooms: @rooms, gauge: @gauge, numbers: @numbers, volts:)

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
          numbered = Design::Shapes.chain(@rooms.size, @lights.size)
          shape = Design::Shapes.of(numbered, boxes.size, 3).sample(random: @random)
          edges =
            shape.edges.map do |edge|
              edge.map { |box| box == Design::Shapes::FEED ? Design::Layout::FEED : boxes[box] }
            end
          edges += [[boxes.sample(random: @random), "#{Design::Layout::ONWARD}_1"]] if chance?(0.3)
          layout =
            Design::Layout.new(
              tree: Design::Tree.new(edges),
              chains: [chain(shape.orders.first.map { |box| boxes[box] })],
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

        kind =
          @lights.include?(place) ? (@half ? Trade::KindName.without_tab(load, Trade::Tab::HOT) : load) : @kinds[place]
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

      # Two wires on one side of a receptacle may go on one screw each, joined by the tab.
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
    end
  end
end
