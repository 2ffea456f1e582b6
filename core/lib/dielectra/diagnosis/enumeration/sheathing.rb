# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What Routing does where runs come in a sheath: which cable end of each opened box is which run, box after box, with the most
    # that all of it can weigh.
    module Sheathing
      # Assignments of ports to runs that are thought of.
      MOST_ASSIGNED = 2_000

      private

      # The most that the colours of a run can weigh, as they are at either end.
      def habit(layout, edge, ports)
        carried = layout.carried(edge)
        ports
          .compact
          .map do |port|
            Design::Coloring.ways(carried, port.hints, polarized: Design::Layout.polarized(edge)).first.weight
          end
          .max
      end

      def sheathed
        found = []
        layouts.each do |layout|
          assign(layout, 0, {}.compare_by_identity, layout.weight) do |sides, weight|
            next if found.size > MOST_ASSIGNED

            bound = @places.reduce(weight) { |most, place| most * verdict_most(layout, sides, place) }
            bound = sides.reduce(bound) { |most, (edge, ports)| most * habit(layout, edge, ports) }
            found << Assignment.new(bound, layout, sides, weight, {})
          end
          break if found.size > MOST_ASSIGNED
        end
        found
      end

      # Ports for the runs, one opened box after the other.
      def assign(layout, number, sides, weight, &)
        place = @places[number]
        return yield(sides, weight) unless place

        edges = layout.edges_at(place)
        return if !@singles && layout.cables_at(place) != @ports[place].size

        distribute(layout, place, edges, @ports[place], sides, weight) do |taken, share|
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

      # Ports that are large enough: single cable ends, or as many single conductors as are needed.
      def options(free, size, doubled)
        return free.combination(2).map { |group| bundle(group) }.select { |port| port.size >= size } if doubled

        cables, singles = free.partition { |port| !port.single? }
        bundles = size.zero? ? [] : singles.combination(size).map { |group| bundle(group) }
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
