# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Assigns cable ends of the opened boxes to runs of a layout, box by box, each assignment with an upper bound of its
    # weight
    class CableAssignments
      # Assignments considered at most
      MOST = 2_000
      # Where there are more: orders of the cables in the fullest box that are looked at for each layout, and the weight
      # of a layout, relative to the best order so far, below which it is not looked at
      MOST_ORDERS = 12
      LEAST = 3e-3

      # @return [Float] upper bound of the weight of a run's colors as they show at either end
      def self.color_bound(layout, edge, ports)
        polarized = Design::Layout.polarized(edge)
        ports
          .compact
          .map { |port| Design::Coloring.likeliest(layout.carried(edge), port.hints, 1, polarized:).first.weight }
          .max
      end

      # @param boxes [BoxReadings]
      # @param layouts [Array<Design::Layout>]
      def initialize(boxes, layouts)
        @boxes = boxes
        @layouts = layouts
        @singles = boxes.singles?
      end

      # @return [Array<Assignment>] every one, or the likeliest where there are too many
      def to_a
        found = []
        @layouts.each do |layout|
          assign(layout, 0, {}.compare_by_identity, layout.weight) do |sides, weight|
            found << [layout, sides, weight] if found.size <= MOST
          end
          return likeliest if found.size > MOST
        end
        found.map { |layout, sides, weight| assignment(layout, sides, weight) }
      end

      private

      def assignment(layout, sides, weight) = Assignment.new(bound(layout, sides, weight), layout, sides, weight, {})

      # Looks at the box with the most cables first, at its likely orders under every layout.
      def likeliest
        place = @boxes.places.max_by { |name| @boxes.ports[name].size }
        ranked = orders(place).sort_by { |_, order| -order.weight }
        found = []
        ranked.each do |layout, order|
          break if found.size > MOST

          sides, weight = seated(layout, place, order.ports)
          others(layout, place, 0, sides, weight) do |taken, share|
            found << assignment(layout, taken, share) if found.size <= MOST
          end
        end
        found
      end

      # @return [Array<Array(Design::Layout, CrowdedBox::Order)>]
      def orders(place)
        crowded = @boxes.crowded(place)
        best = 0.0
        @layouts
          .sort_by { |layout| -layout.weight }
          .flat_map do |layout|
            break_off = layout.weight < best * LEAST
            next [] if break_off || (!@singles && layout.cables_at(place) != @boxes.ports[place].size)

            found =
              crowded.orders(layout.edges_at(place), uses(layout, place), @boxes.expected(layout, place), MOST_ORDERS)
            found.each { |order| order.weight *= layout.weight }
            best = [best, *found.map(&:weight)].max
            found.map { |order| [layout, order] }
          end
      end

      def uses(layout, place)
        layout
          .edges_at(place)
          .map do |edge|
            ports = options(@boxes.ports[place], layout.carried(edge).size, doubled?(layout, edge))
            [ports, layout.carried(edge), Design::Layout.polarized(edge)]
          end
      end

      def doubled?(layout, edge) = edge.equal?(layout.doubled) || edge == layout.doubled

      # The ports of one box taken, and what they weigh
      def seated(layout, place, ports)
        ports.reduce([{}.compare_by_identity, layout.weight]) do |(sides, weight), (edge, port)|
          pair = edge.index(place).zero? ? [port, nil] : [nil, port]
          [sides.merge(edge => pair), weight * share(layout, edge, port)]
        end
      end

      # The other opened boxes
      def others(layout, first, number, sides, weight, &)
        place = (@boxes.places - [first])[number]
        return yield(sides, weight) unless place
        return if !@singles && layout.cables_at(place) != @boxes.ports[place].size

        distribute(layout, place, layout.edges_at(place), @boxes.ports[place], sides, weight) do |taken, share|
          others(layout, first, number + 1, taken, share, &)
        end
      end

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
        options(free, layout.carried(edge).size, doubled?(layout, edge)).each do |port|
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
