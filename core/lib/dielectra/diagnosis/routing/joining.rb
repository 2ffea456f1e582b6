# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Joins the readings of the opened boxes along the runs between them by branch and bound, likeliest assignment first
    class Joining
      # Share of the heaviest way below which a way is pruned
      FLOOR = 1e-5
      # Share of the largest bound at which the search starts. Its result determines where the search ends.
      FIRST = 1e-3
      ROUNDS = 5
      # Joins tried before the search ends with what it has
      MOST_JOINS = 12_000
      # Assignments of functions remembered for the same wiring
      MOST_NAMINGS = 6

      # One assignment in progress: the boxes in joining order, their readings, and upper bounds of what the remaining
      # boxes can weigh
      Course = Struct.new(:layout, :sides, :pairings, :places, :lists, :rest)

      # @param boxes [BoxReadings]
      # @param closed_switch [Boolean] whether a switch box is still closed
      def initialize(boxes, closed_switch:)
        @boxes = boxes
        @blind = closed_switch || boxes.places.empty?
        @agreeing = {}.compare_by_identity
      end

      # @param assignments [Array<Assignment>] heaviest bound first
      # @return [Array<Array<Way>>] ways by what no reading could tell apart, each group's heaviest first; heaviest
      #   group first
      def groups(assignments)
        found = {}
        least = (assignments.first&.bound || 0.0) * FIRST
        floors = [FIRST, FLOOR]
        ROUNDS.times do
          whole = sought(assignments, least)
          found = whole ? @found : @found.merge(found)
          floors.shift while floors.any? && least <= @best * floors.first
          break if (!whole && found.any?) || (floors.empty? && @best.positive?)

          least = @best.positive? ? @best * floors.first : least * FIRST
        end
        found.values.sort_by { |group| -group.sum(&:weight) }
      end

      private

      # Finds every way above a weight that is not hopelessly lighter than the best
      # @return [Boolean] whether it was gone through to the end
      def sought(assignments, least)
        @least = least
        @best = 0.0
        @joins = 0
        @found = {}
        assignments.each do |one|
          break if hopeless?(one.bound)
          return false if @joins > MOST_JOINS

          picked = pairings(one.sides)
          next if hopeless?(one.bound / picked.size)

          picked.each { |slots| join(one, slots, one.weight / picked.size) }
        end
        true
      end

      def hopeless?(weight) = weight < @least || weight < @best * FLOOR

      # Joins the readings of the opened boxes that agree along the runs between them
      def join(assignment, pairings, weight)
        layout = assignment.layout
        places = order(layout)
        lists = places.map { |place| assignment.read[place] || @boxes.of(layout, assignment.sides, place) }
        rest = rest(assignment, places, lists)
        step(Course.new(layout, assignment.sides, pairings, places, lists, rest), 0, {}.compare_by_identity, {}, weight)
      end

      # Upper bounds, per box, of the weight of later boxes and of the colors of runs met there first
      def rest(assignment, places, lists)
        met = []
        each =
          places
            .zip(lists)
            .map do |place, list|
              fresh = assignment.read.key?(place) ? [] : assignment.layout.edges_at(place) - met
              met += fresh
              fresh.reduce(list.first.verdict_most) do |bound, edge|
                bound * CableAssignments.color_bound(assignment.layout, edge, assignment.sides[edge])
              end
            end
        each.each_index.map { |index| each.drop(index + 1).reduce(1.0, :*) }
      end

      # The opened boxes, each connected to an earlier one where possible
      def order(layout)
        left = @boxes.places.dup
        order = []
        until left.empty?
          place =
            left.find { |name| order.any? { |other| layout.edges_at(name).any? { |edge| edge.include?(other) } } } ||
              left.find { |name| !@boxes.apart?(name) } || left.first
          order << left.delete(place)
        end
        order
      end

      # Every pairing of like conductors in the runs between opened boxes
      def pairings(sides)
        between = sides.select { |_, (near, far)| near && far && !near.single? }
        choices = between.map { |edge, (near, far)| near.pairings(far).map { |slots| [edge, slots] } }
        first, *rest = choices
        (first ? first.product(*rest) : [[]]).map { |slots| {}.compare_by_identity.update(slots.to_h) }
      end

      def step(course, number, functions, verdicts, weight)
        place = course.places[number]
        return keep(Way.new(course.layout, course.sides, course.pairings, functions, verdicts, weight)) unless place

        edges = course.layout.edges_at(place)
        agreeing(course, place, edges, course.lists[number], functions).each do |local|
          @joins += 1
          now = weight * local.verdict.weight * co_occurrence(verdicts, local.verdict)
          next if hopeless?(now * course.rest[number])

          taken = functions.dup
          edges.each_with_index do |edge, index|
            now *= local.ways[index].weight unless taken.key?(edge)
            settle(course, taken, edge, edge.index(place), local.ways[index].functions)
          end
          next if hopeless?(now * course.rest[number]) || twin?(course.layout, taken, functions)

          step(course, number + 1, taken, verdicts.merge(place => local.verdict), now)
        end
      end

      # Factor on the prior of a deviating box beside other deviating ones
      def co_occurrence(verdicts, verdict)
        return 1.0 if verdict.label == :right

        Deviation.co_occurrence(verdicts.each_value.map(&:label) - [:right], verdict.label)
      end

      # Readings of a box that agree with the earlier boxes about shared runs
      def agreeing(course, place, edges, list, functions)
        fixed =
          edges.each_index.select do |index|
            functions.key?(edges[index]) && course.pairings[edges[index]] && @boxes.told?(edges[index])
          end
        return list if fixed.empty?

        by_ways = (@agreeing[list] ||= {})
        by_ways = (by_ways[fixed] ||= list.group_by { |local| fixed.map { |index| local.ways[index].functions } })
        by_ways.fetch(
          fixed.map { |index| seen_from(course, edges[index], edges[index].index(place), functions[edges[index]]) },
          []
        )
      end

      # What the conductors of a run carry in the order of its port on one side
      def seen_from(course, edge, side, functions)
        slots = course.pairings[edge]
        return functions[side] if functions[side]

        if side.zero?
          slots.map { |slot| functions[1][slot] }
        else
          functions[0].each_index.map { |slot| functions[0][slots.index(slot)] }
        end
      end

      # Records what the conductors of a run carry at one end. One record serves both ends where they agree, and between
      # two boxes that are both apart.
      def settle(course, taken, edge, side, functions)
        seen = taken[edge]
        if seen.nil?
          taken[edge] = side.zero? ? [functions, nil] : [nil, functions]
        elsif course.pairings[edge]
          here = seen_from(course, edge, side, seen)
          taken[edge] = side.zero? ? [here, seen[1]] : [seen[0], here]
        else
          taken[edge] = side.zero? ? [functions, seen[1]] : [seen[0], functions]
        end
      end

      # Whether an assignment only exchanges two travelers of a run settled earlier, which is the same circuit
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

      # Key of everything a reading in the opened boxes could distinguish
      def physical(way)
        shown = {}
        way.sides.each do |edge, (near, far)|
          if near && far
            way
              .strands(edge, near, far)
              .each { |here, there, _| here < there ? shown[here] = there : shown[there] = here }
          else
            led(shown, way, edge, near || far)
          end
        end
        [
          shown,
          (way.layout.orders if @blind),
          (way.layout.scheme.name if @blind),
          (way.layout.edges if @boxes.places.empty?),
          way.layout.halves
        ]
      end

      # The far end of a run that leads to a closed box
      def led(shown, way, edge, port)
        side = way.sides[edge].index(port)
        other = edge[1 - side]
        shown[port.points] = [
          Design::Layout.polarized(edge) || (way.layout.load_places.include?(other) ? :light : nil),
          way.functions[edge][side]
        ]
      end
    end
  end
end
