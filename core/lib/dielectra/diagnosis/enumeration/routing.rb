# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Every way the runs of a layout can be the cables that show in the boxes opened so far, and every way their
    # conductors can carry what the runs have to carry: layouts first, then which port is which run, then the readings of
    # each opened box (Locals) joined along the runs between them. What is hopeless beside the best so far is cut off.
    class Routing
      include Bundling
      include Sheathing

      # Share of the heaviest way below which a way is left out.
      FLOOR = 1e-5
      # Share of the most that any way could weigh from which ways are sought out first; what that finds says where to end.
      FIRST = 1e-3
      SOUNDINGS = 5
      # Joins tried before what has been found has to do.
      MOST_JOINS = 12_000
      # Boxes up to which a junction besides is thought of: of more there are too many ways.
      MOST_AROUND_JUNCTION = 4
      # Ways of naming functions that are remembered for one and the same wiring.
      MOST_NAMINGS = 6

      # One way: which port each run is at either end (nil where nobody has looked), which slot there is which here, and what
      # the conductors carry at either end; all by the runs of the layout themselves, not by what they are equal to.
      Way = Struct.new(:layout, :sides, :pairings, :functions, :verdicts, :weight)

      # One assignment of ports under way: the boxes in the order they are joined, their readings, and the most that the
      # boxes after each can still weigh.
      Joining = Struct.new(:layout, :sides, :pairings, :places, :lists, :rest)

      # @param job [Evidence::Job]
      # @param situation [Evidence::Situation]
      # @param world [World] keeps what is known of a box from one opening to the next
      # @param wide [Boolean] whether rarer layouts are looked for too
      # @param draw [Integer] which of many are drawn where there are too many that are alike
      def initialize(job, situation, world, wide: false, draw: 0)
        @job = job
        @situation = situation
        @world = world
        @wide = wide
        @ports = situation.opened_boxes.to_h { |place| [place, world.ports(place, situation.own_cable_ends(place))] }
        @places = @ports.keys
        @singles = @ports.values.flatten.any?(&:single?)
        @random = Random.new(draw)
        @locals = @places.to_h { |place| [place, world.locals(place, situation.joints_with_tabs(place))] }
        @closed_switch = job.goal.controls.any? { |control| !situation.open?(control.place) }
      end

      # @return [Array<Array<Way>>] ways by what no reading could tell apart, each group's heaviest first; heaviest group first
      def groups
        all = assignments
        found = {}
        least = (all.first&.bound || 0.0) * FIRST
        floors = [FIRST, FLOOR]
        SOUNDINGS.times do
          whole = sound(all, least)
          found = whole ? @found : @found.merge(found)
          floors.shift while floors.any? && least <= @best * floors.first
          break if (!whole && found.any?) || (floors.empty? && @best.positive?)

          least = @best.positive? ? @best * floors.first : least * FIRST
        end
        found.values.sort_by { |group| -group.sum(&:weight) }
      end

      # @return [Array<Design::Layout>] layouts that agree with the number of cables in each opened box, likeliest first
      def layouts
        return trees.sketches if @ports.empty?

        known = trees.to_a
        known += trees(unseen: true).to_a if !@singles && @job.boxes.size <= MOST_AROUND_JUNCTION &&
          (@wide || known.empty?)
        known.sort_by { |layout| -layout.weight }
      end

      private

      # Everything that weighs at least so much, and not hopelessly less than the best of it.
      # @return [Boolean] whether it was gone through to the end
      def sound(all, least)
        @least = least
        @best = 0.0
        @joins = 0
        @found = {}
        all.each do |one|
          break if hopeless?(one.bound)
          return false if @joins > MOST_JOINS

          picked = pairings(one.sides)
          next if hopeless?(one.bound / picked.size)

          picked.each { |slots| join(one, slots, one.weight / picked.size) }
        end
        true
      end

      def hopeless?(weight) = weight < @least || weight < @best * FLOOR

      # @param unseen [Boolean] with a junction that nobody knows of
      def trees(unseen: false)
        goal = @job.goal
        known = [*goal.controls, *goal.loads].map(&:place)
        ends = @singles ? {} : @ports.transform_values { |ports| ports.map(&:size) }
        singles = @singles ? @ports.transform_values(&:size) : {}
        (@trees ||= {})[unseen] ||= Design::CableTrees.new(
          controls: goal.controls,
          loads: goal.loads,
          others: @job.boxes.map(&:id) - known,
          ends:,
          singles:,
          wide: @wide || @singles,
          halves:,
          unseen:
        )
      end

      # Whether the receptacles that are switched are so wholly or with one half: the broken tab says, once it is seen.
      def halves
        places = @job.goal.loads.select { |load| load.kind == "receptacle" }.map(&:place)
        return { [] => 1.0 } if places.empty?
        return { places => 1.0 } if @job.goal.loads.any? { |load| @job.goal.half?(load.id) }

        seen = places.select { |place| @situation.open?(place) }
        shown = seen.map { |place| hot_tab(place) }
        share = Trade.priors.dig("layout", "half_switched")
        {
          [] => (shown.include?(:broken) ? 0.0 : 1 - share),
          places => (shown.include?(:whole) ? 0.0 : share)
        }.select { |_, weight| weight.positive? }
      end

      # @return [Symbol, nil] :broken or :whole; nil where nobody said and nothing on the screws tells
      def hot_tab(place)
        row = @situation.opened[place]["devices"].find { |device| device["kind"] == "receptacle" } or return
        return :broken if Trade::KindName.tab_broken?(@situation.found_kind(place, row), Evidence::Situation::HOT_TAB)

        if row.key?(Evidence::Situation::HOT_TAB) ||
             @situation.found_joints(place).flatten.include?("#{row["id"]}.hot_1")
          :whole
        end
      end

      # Every way the runs can be the ports, with the most it can weigh, heaviest first.
      # @return [Array<Assignment>]
      def assignments
        found = @ports.any? && @ports.values.flatten.all?(&:single?) ? bundled : sheathed
        found.select { |one| one.bound.positive? }.sort_by { |one| -one.bound }
      end

      # @return [Port, nil] nil of no conductors at all
      def bundle(group) =
        (
          (@bundles ||= {})[group.map(&:ends)] ||= Port.new(
            group.map { |port| cable_end(port) },
            @job.region
          ) if group.any?
        )

      def cable_end(port) =
        (
          @cable_ends ||= @places.flat_map { |place| @situation.cable_ends(place) }.to_h { |item| [item.id, item] }
        ).fetch(port.ends.first)

      # The readings of the opened boxes that agree along the runs between them.
      def join(assignment, pairings, weight)
        layout = assignment.layout
        places = order(layout)
        lists = places.map { |place| assignment.read[place] || locals(layout, assignment.sides, place) }
        rest = rest(assignment, places, lists)
        step(
          Joining.new(layout, assignment.sides, pairings, places, lists, rest),
          0,
          {}.compare_by_identity,
          {},
          weight
        )
      end

      # The most that the boxes after each, and the colours of the runs that are met there first, can weigh.
      def rest(assignment, places, lists)
        met = []
        each =
          places
            .zip(lists)
            .map do |place, list|
              fresh = assignment.read.key?(place) ? [] : assignment.layout.edges_at(place) - met
              met += fresh
              fresh.reduce(list.first.verdict_most) do |bound, edge|
                bound * habit(assignment.layout, edge, assignment.sides[edge])
              end
            end
        each.each_index.map { |index| each.drop(index + 1).reduce(1.0, :*) }
      end

      # The opened boxes so that each has a run to one before it where it can.
      def order(layout)
        left = @places.dup
        order = []
        until left.empty?
          place =
            left.find { |name| order.any? { |other| layout.edges_at(name).any? { |edge| edge.include?(other) } } } ||
              left.find { |name| !apart?(name) } || left.first
          order << left.delete(place)
        end
        order
      end

      def verdict_most(layout, sides, place) =
        @locals[place].most(workmanship(layout, place), uses(layout, sides, place).map { |use| Locals::Use.new(*use) })

      # What each run that ends in a place is used for there.
      def uses(layout, sides, place)
        layout
          .edges_at(place)
          .map do |edge|
            [sides[edge][edge.index(place)], layout.carried(edge), Design::Layout.polarized(edge), told?(edge)]
          end
      end

      def locals(layout, sides, place)
        workmanship = workmanship(layout, place)
        uses = uses(layout, sides, place)
        ((@read ||= {}.compare_by_identity)[workmanship] ||= {})[uses] ||= @locals[place].of(
          workmanship,
          uses.map { |use| Locals::Use.new(*use) }
        )
      end

      # Whether it makes a difference which conductor of a run carries what: not between two boxes that are both apart.
      def told?(edge) = !edge.all? { |place| apart?(place) }

      def apart?(place) = (@apart ||= {}).fetch(place) { @apart[place] = @ports.key?(place) && bare?(place) }

      def bare?(place)
        joined = @situation.joints_with_tabs(place).select { |joint| joint.size > 1 }.flatten
        @ports[place].none? { |port| port.points.intersect?(joined) }
      end

      def workmanship(layout, place)
        duties = @job.devices_at(place).to_h { |item| [item.id, layout.duty(item.id)] }
        (@workmanships ||= {})[[place, duties]] ||= Design::Workmanship.new(
          duties.map { |device, duty| Design::Workmanship::Fitting.new(device, kind_of(place, device, duty), duty) }
        )
      end

      # The kind of a device as found; nil where it was not.
      def kind_of(place, device, duty)
        row = @situation.opened[place]["devices"].find { |found| found["id"] == device } or return
        kind = @situation.found_kind(place, row)
        duty.steady ? ClosedBox.halved(kind) : kind
      end

      # Every way of telling like conductors apart in the runs between opened boxes.
      def pairings(sides)
        between = sides.select { |_, (near, far)| near && far && !near.single? }
        choices = between.map { |edge, (near, far)| near.pairings(far).map { |slots| [edge, slots] } }
        first, *rest = choices
        (first ? first.product(*rest) : [[]]).map { |slots| {}.compare_by_identity.update(slots.to_h) }
      end

      def step(joining, number, functions, verdicts, weight)
        place = joining.places[number]
        return keep(Way.new(joining.layout, joining.sides, joining.pairings, functions, verdicts, weight)) unless place

        edges = joining.layout.edges_at(place)
        agreeing(joining, place, edges, joining.lists[number], functions).each do |local|
          @joins += 1
          now = weight * local.verdict.weight * co_occurrence(verdicts, local.verdict)
          next if hopeless?(now * joining.rest[number])

          taken = functions.dup
          edges.each_with_index do |edge, index|
            now *= local.ways[index].weight unless taken.key?(edge)
            settle(joining, taken, edge, edge.index(place), local.ways[index].functions)
          end
          next if hopeless?(now * joining.rest[number]) || twin?(joining.layout, taken, functions)

          step(joining, number + 1, taken, verdicts.merge(place => local.verdict), now)
        end
      end

      # How much rarer a box that is not right is beside others that are not.
      def co_occurrence(verdicts, verdict)
        return 1.0 if verdict.label == :right

        Deviation.co_occurrence(verdicts.each_value.map(&:label) - [:right], verdict.label)
      end

      # The readings of a box that say of its runs what the boxes before it said.
      def agreeing(joining, place, edges, list, functions)
        fixed =
          edges.each_index.select do |index|
            functions.key?(edges[index]) && joining.pairings[edges[index]] && told?(edges[index])
          end
        return list if fixed.empty?

        by_ways = ((@agreeing ||= {}.compare_by_identity)[list] ||= {})
        by_ways = (by_ways[fixed] ||= list.group_by { |local| fixed.map { |index| local.ways[index].functions } })
        by_ways.fetch(
          fixed.map { |index| seen_from(joining, edges[index], edges[index].index(place), functions[edges[index]]) },
          []
        )
      end

      # What the conductors of a run carry in the order of its port on one side, as the other side has them.
      def seen_from(joining, edge, side, functions)
        slots = joining.pairings[edge]
        return functions[side] if functions[side]

        if side.zero?
          slots.map { |slot| functions[1][slot] }
        else
          functions[0].each_index.map { |slot| functions[0][slots.index(slot)] }
        end
      end

      # Notes what the conductors of a run carry at one end; between two boxes that are both apart, and where it agrees anyway,
      # what was said first serves for both ends.
      def settle(joining, taken, edge, side, functions)
        seen = taken[edge]
        if seen.nil?
          taken[edge] = side.zero? ? [functions, nil] : [nil, functions]
        elsif joining.pairings[edge]
          here = seen_from(joining, edge, side, seen)
          taken[edge] = side.zero? ? [here, seen[1]] : [seen[0], here]
        else
          taken[edge] = side.zero? ? [functions, seen[1]] : [seen[0], functions]
        end
      end

      # Travelers are named in the order of the run of theirs that was settled first, at the end where it was; the other order is
      # the same circuit.
      # @param before [Hash] what was settled before, and looked at then
      def twin?(layout, taken, before)
        return false if layout.scheme == Design::Scheme::BOTH_ON_TRAVELERS || taken.size == before.size

        named = before.each_key.flat_map { |edge| layout.pairs_of_travelers(edge) }
        taken
          .drop(before.size)
          .any? do |edge, ends|
            fresh = layout.pairs_of_travelers(edge) - named
            named += fresh
            functions = ends[0] || ends[1]
            fresh.any? { |one, other| functions.index(one) > functions.index(other) }
          end
      end

      def keep(way)
        @best = way.weight if way.weight > @best
        return if hopeless?(way.weight)

        group = (@found[physical(way)] ||= [])
        at = group.index { |other| other.weight < way.weight } || group.size
        group.insert(at, way) if group.size < MOST_NAMINGS || at < group.size
        group.pop if group.size > MOST_NAMINGS
      end

      # What tells two ways apart for any reading in the boxes opened so far.
      def physical(way)
        shown = {}
        way.sides.each do |edge, (near, far)|
          if near && far
            strands(way, edge, near, far).each do |here, there, _|
              here < there ? shown[here] = there : shown[there] = here
            end
          else
            led(shown, way, edge, near || far)
          end
        end
        closed = @closed_switch || @places.empty?
        [
          shown,
          (way.layout.orders if closed),
          (way.layout.scheme.name if closed),
          (way.layout.edges if @places.empty?),
          way.layout.halves
        ]
      end

      # What leads to where nobody has looked.
      def led(shown, way, edge, port)
        side = way.sides[edge].index(port)
        other = edge[1 - side]
        shown[port.points] = [
          Design::Layout.polarized(edge) || (way.layout.load_places.include?(other) ? :light : nil),
          way.functions[edge][side]
        ]
      end

      public

      # @return [Array<Array(String, String, String)>] point here, point there and function of each conductor between two ports
      def strands(way, edge, near, far)
        here, there = way.functions[edge]
        if near.single?
          return(
            near.points.each_with_index.map { |point, slot| [point, far.points[there.index(here[slot])], here[slot]] }
          )
        end

        slots = way.pairings[edge]
        near.points.each_with_index.map { |point, slot| [point, far.points[slots[slot]], here[slot]] }
      end
    end
  end
end
