# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Assigns cable ends of the opened boxes to runs of a layout, box by box, each assignment with an upper bound of its
    # weight
    class CableAssignments
      # Assignments considered at most
      MOST = 2_000

      # @return [Float] upper bound of the weight of a run's colors as they show at either end
      def self.color_bound(layout, edge, ports)
        polarized = Design::Layout.polarized(edge)
        ports
          .compact
          .map { |port| Design::Coloring.ways(layout.carried(edge), port.hints, polarized:).first.weight }
          .max
      end

      # @param boxes [BoxReadings]
      # @param layouts [Array<Design::Layout>]
      def initialize(boxes, layouts)
        @boxes = boxes
        @layouts = layouts
        @singles = boxes.singles?
      end

      # @return [Array<Assignment>]
      def to_a
        found = []
        @layouts.each do |layout|
          assign(layout, 0, {}.compare_by_identity, layout.weight) do |sides, weight|
            found << Assignment.new(bound(layout, sides, weight), layout, sides, weight, {}) if found.size <= MOST
          end
          break if found.size > MOST
        end
        found
      end

      private

      def bound(layout, sides, weight)
        most = @boxes.places.reduce(weight) { |so_far, place| so_far * @boxes.verdict_most(layout, sides, place) }
        sides.reduce(most) { |so_far, (edge, ports)| so_far * CableAssignments.color_bound(layout, edge, ports) }
      end

      # Picks ports for the runs, one opened box after the other
      def assign(layout, number, sides, weight, &)
        place = @boxes.places[number]
        return yield(sides, weight) unless place

        edges = layout.edges_at(place)
        return if !@singles && layout.cables_at(place) != @boxes.ports[place].size

        distribute(layout, place, edges, @boxes.ports[place], sides, weight) do |taken, share|
          assign(layout, number + 1, taken, share, &)
        end
      end

      def distribute(layout, place, edges, free, sides, weight, &)
        edge, *rest = edges
        return(yield(sides, weight) if free.empty?) unless edge

        side = edge.index(place)
        options(free, layout.carried(edge).size, edge.equal?(layout.doubled) || edge == layout.doubled).each do |port|
          far = sides[edge]&.at(1 - side)
          next if far && !port.alike?(far)

          here = far ? [port, far] : [port, nil]
          left = free.reject { |other| port.ends.intersect?(other.ends) }
          distribute(
            layout,
            place,
            rest,
            left,
            sides.merge(edge => side.zero? ? here : here.reverse),
            far ? weight : weight * share(layout, edge, port),
            &
          )
        end
      end

      # Ports with conductors enough: single cable ends, or as many single conductors as are needed
      def options(free, size, doubled)
        return free.combination(2).map { |group| @boxes.joined(group) }.select { |port| port.size >= size } if doubled

        cables, singles = free.partition { |port| !port.single? }
        bundles = size.zero? ? [] : singles.combination(size).map { |group| @boxes.joined(group) }
        cables.select { |port| port.size >= size } + bundles
      end

      def share(layout, edge, port)
        spare = port.doubled? ? 0 : port.size - layout.carried(edge).size
        (Trade.priors.dig("layout", "spare_conductor")**spare) *
          (port.size > 3 && !port.doubled? ? Trade.priors.dig("layout", "four_conductor_cable") : 1.0)
      end
    end
  end
end
