# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Assignments for open wiring, where every conductor is a cable end of its own (knob and tube). Samples which
    # conductors make up each run, box by box, from what ConductorReadings finds.
    class ConductorAssignments
      # Assignments sampled
      MOST = 400

      # @param boxes [BoxReadings]
      # @param layouts [Array<Design::Layout>] likeliest first
      # @param draw [Integer] which of many that are alike are drawn
      def initialize(boxes, layouts, draw: 0)
        @boxes = boxes
        @layouts = layouts
        @random = Random.new(draw)
      end

      # @return [Array<Assignment>] a number of each layout in proportion to its weight
      def to_a
        likely = @layouts.reject { |layout| layout.weight < @layouts.first.weight * Joining::FLOOR }
        total = likely.sum(&:weight)
        likely.flat_map do |layout|
          start = Assignment.new(layout.weight, layout, {}.compare_by_identity, layout.weight, {})
          bundle_up(start, 0, (MOST * layout.weight / total).ceil)
        end
      end

      # Neighbors of a way: two single conductors exchanged that the box as found does not tell apart, both in one joint
      # or both loose
      # @param way [Way]
      # @return [Array<Way>]
      def exchanged(way)
        @boxes
          .places
          .select { |place| @boxes.ports[place].all?(&:single?) }
          .flat_map do |place|
            slots =
              way
                .layout
                .edges_at(place)
                .flat_map { |edge| way.layout.carried(edge).each_index.map { |slot| [edge, edge.index(place), slot] } }
            alike =
              slots.group_by { |edge, side, slot| @boxes.joint_of(place, way.sides[edge][side].points[slot]) }.values
            alike
              .flat_map { |some| some.combination(2).reject { |one, other| namesakes?(way, one, other) } }
              .map { |one, other| put(way, place, one, other) }
          end
      end

      private

      # Whether two conductors are untraced travelers of one run, which are interchangeable
      def namesakes?(way, (edge, side, slot), (other, _, number))
        return false unless edge == other && way.sides[edge][1 - side].nil?

        functions = way.layout.carried(edge).values_at(slot, number)
        functions.all? { |function| Design::Layout.role(function) == "traveler" } &&
          way.layout.edges.one? { |run| way.layout.carried(run).intersect?(functions) }
      end

      def put(way, place, *slots)
        ends = slots.map { |edge, side, slot| way.sides[edge][side].ends[slot] }
        sides =
          slots
            .zip(ends.reverse)
            .reduce(way.sides) do |so_far, ((edge, side, slot), name)|
              pair = so_far[edge].dup
              names = pair[side].ends.dup.tap { |all| all[slot] = name }
              pair[side] = @boxes.joined(names.map { |each| @boxes.ports[place].find { |port| port.ends == [each] } })
              so_far.merge(edge => pair)
            end
        Way.new(way.layout, sides, way.pairings, way.functions, way.verdicts, way.weight)
      end

      # @param most [Integer] assignments that are drawn
      # @return [Array<Assignment>]
      def bundle_up(so_far, number, most)
        place = @boxes.places[number] or return [so_far]
        edges = so_far.layout.edges_at(place)
        drawn(readings(so_far, place, edges), most).then do |picked|
          total = picked.sum { |reading, stands_for| reading.verdict.weight * stands_for }
          picked.flat_map do |reading, stands_for|
            share = (most * reading.verdict.weight * stands_for / total).ceil
            bundle_up(read(so_far, place, edges, reading, stands_for), number + 1, share)
          end
        end
      end

      def readings(so_far, place, edges)
        layout = so_far.layout
        known = so_far.sides.keys.flat_map { |edge| layout.carried(edge) }
        twins = layout.chains.flat_map(&:travelers).reject { |pair| known.intersect?(pair) }
        @boxes.of_conductors(layout, place, twins, edges.map { |edge| mixed(layout, edge, place) })
      end

      # Functions of a run that only its far end distinguishes: line and neutral of the feed, the two sides of a light
      def mixed(layout, edge, place)
        side = layout.tree.beyond(edge)
        side = ~side unless edge.index(place).zero?
        feed, *lights =
          [Design::Layout::FEED, *layout.load_places].map { |name| side.anybits?(layout.tree.mask([name])) }
        [*(%w[line neutral] if feed), *(%w[load neutral] if lights.any?)].uniq & layout.carried(edge)
      end

      # The heaviest readings, with a sample of equal ones where there are too many
      # @return [Array<Array(ConductorReadings::Reading, Float)>] each with how many it stands for
      def drawn(tiers, most)
        tiers.each_with_object([]) do |tier, picked|
          room = most - picked.size
          break picked if room <= 0

          room = [room / tier.first.size, 1].max
          some = tier.size > room ? tier.sample(room, random: @random) : tier
          picked.concat(some.flatten.map { |reading| [reading, reading.stands_for * tier.size / some.size] })
        end
      end

      def read(so_far, place, edges, reading, stands_for)
        sides =
          edges
            .each_with_index
            .reduce(so_far.sides) do |taken, (edge, index)|
              side = edge.index(place)
              pair = (taken[edge] || [nil, nil]).dup
              pair[side] = @boxes.joined(reading.groups[index])
              taken.merge(edge => pair)
            end
        ways = edges.map { |edge| Design::Coloring::Way.new(so_far.layout.carried(edge), 1.0) }
        local = LocalReadings::Reading.new(ways, reading.verdict, reading.verdict.weight, reading.verdict.weight)
        Assignment.new(
          so_far.bound * reading.verdict.weight * stands_for,
          so_far.layout,
          sides,
          so_far.weight * stands_for,
          so_far.read.merge(place => [local])
        )
      end
    end
  end
end
