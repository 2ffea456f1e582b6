# frozen_string_literal: true

module Dielectra
  module Design
    # Every sensible layout over given boxes: the shapes for their number, with runs onward from any box, by today's
    # scheme or an obsolete one
    class CableTrees
      include Enumerable

      # Most conductors in a run that nobody has seen
      MOST_CONDUCTORS = 3
      # The same in a wider listing: a cable of four
      MOST_EVER = 4
      # The same for single conductors and conduit, which show how many there are
      MOST_SINGLE = 6
      # Number of boxes above which shapes that look alike in the opened ones are merged
      MANY = 4
      # Boxes from which, with more than one circuit, rare layouts are left out
      CROWD = 6
      # Runs that meet in an unknown junction
      JUNCTION = 3

      # @param chains [Array<Array(Array<Seat>, Array<Seat>)>] for each group of loads its switches and the loads;
      #   anything with `id` and `place` will do
      # @param others [Array<String>] further boxes that are known of
      # @param onward [Array<Float>] how common none, one, two … runs onward from a box are
      # @param ends [Hash{String => Array<Integer>}] for each box that has been opened, how many insulated conductors
      #   each cable end has
      # @param singles [Hash{String => Integer}] for each opened box that single conductors run to, how many
      # @param wide [Boolean] whether to look for rarer things too
      # @param schemes [Array<Scheme>]
      # @param unseen [Boolean] whether to include an unknown junction
      # @param circuits [Array<Integer>] the circuit of each chain
      # @param passing [Integer, nil] a circuit that no chain is on and that may pass through a box
      # @param beyond [Boolean] whether something is known to hang on beyond; sketches have a run to it then
      # @param halves [Hash{Array<String> => Float}] which of the loads may be receptacles with one half always on, with
      #   how common it is
      def initialize(
        chains:,
        others: [],
        onward: Trade.priors.dig("layout", "onward"),
        ends: {},
        singles: {},
        wide: false,
        schemes: CableTrees.schemes(chains),
        halves: { [] => 1.0 },
        unseen: false,
        beyond: false,
        circuits: chains.map { 0 },
        passing: nil
      )
        @circuits = circuits
        @halves = halves
        @unseen = "#{Layout::UNSEEN}_1" if unseen
        @beyond = beyond
        @seats = chains
        @switch_places = chains.flat_map { |controls, _| controls.map(&:place) }.uniq
        @load_places = chains.flat_map { |_, loads| loads.map(&:place) }.uniq
        @boxes = (@switch_places + @load_places + others).uniq + [@unseen].compact
        @sizes = ends.transform_values { |sizes| sizes.sort.reverse }
        @singles = singles
        @wide = wide
        @schemes = schemes
        @onward =
          OnwardRuns.new(
            boxes: @boxes,
            sizes: @sizes,
            priors: onward,
            circuits:,
            passing:,
            unseen: @unseen,
            wide:,
            rare: !crowd?
          )
        @most = singles.any? ? MOST_SINGLE : (wide || chains.size > 1 ? MOST_EVER : MOST_CONDUCTORS)
      end

      # The schemes that are considered: only today's where several chains share line and neutral
      def self.schemes(chains) = chains.one? ? Scheme.all(chains.first.first.size) : [Scheme::PRESENT]

      def each(&)
        return enum_for(:each) unless block_given?

        @halves.each do |halves, share|
          alike_shapes(halves).each do |shape, alike|
            edges = shape.edges.map { |edge| edge.map { |box| name(box) } }
            with_doubled(edges) do |doubled, rare|
              @onward.over(edges, shape.widths.max, doubled) do |all, weight|
                over(Tree.new(all), shape.orders, weight * share * rare * alike, halves, doubled, &)
              end
            end
          end
        end
      end

      # A few layouts per order of the switches, which is all that matters before a box is open: straight through from
      # feed to light, and for one or two switches also feed at the light, and light between. Three and more switches
      # are listed in one direction only.
      # @return [Array<Layout>]
      def sketches
        known = @seats.one? ? own_sketches : shared_sketches
        @beyond ? known.flat_map { |layout| [layout.with(weight: layout.weight * APART), *with_beyond(layout)] } : known
      end

      private

      # For the only chain
      def own_sketches
        controls = @seats.first.first
        orders
          .select { |order| order.size < 3 || controls.index(order.first) < controls.index(order.last) }
          .flat_map do |order|
            shapes = simplest(order.map(&:place).uniq)
            @schemes
              .product(shapes)
              .filter_map do |scheme, edges|
                layout =
                  Layout.new(
                    tree: Tree.new(edges),
                    chains: [chain(0, order, [])],
                    weight: scheme.weight / shapes.size / orders.size,
                    scheme:
                  )
                layout if layout.within?(MOST_EVER)
              end
          end
      end

      # The same with a run onward from each box that a switch is in
      def with_beyond(layout)
        @switch_places.map do |place|
          Layout.new(
            tree: Tree.new(layout.edges + [[place, "#{Layout::ONWARD}_1"]]),
            chains: layout.chains,
            weight: layout.weight * (1 - APART) / @switch_places.size,
            scheme: layout.scheme
          )
        end
      end

      # Shapes from which the sketches of several chains are taken, those with the least to carry first
      SKETCHED = 12
      # The share of jobs in which a load that nothing works is not fed from the boxes of the job
      APART = 0.3
      private_constant :SKETCHED, :APART

      # Without runs onward, for several chains
      def shared_sketches
        all = AlikeShapes.new(shapes([]), {}, {}).list(merge: false).map(&:first)
        known = all.min_by(@beyond ? SKETCHED / 2 : SKETCHED) { |shape| [shape.widths.max, shape.widths.sum] }
        known.map do |shape|
          edges = shape.edges.map { |edge| edge.map { |box| name(box) } }
          Layout.new(tree: Tree.new(edges), chains: chains(shape.orders, []), weight: sharing / known.size)
        end
      end

      # Every order of the switches of the only chain.
      def orders = @orders ||= @seats.first.first.permutation.to_a

      # The chains with their controls in an order each
      # @param orders [Array<Array<Integer>>]
      def chains(orders, halves) =
        orders.each_with_index.map { |order, number| chain(number, @seats[number].first.values_at(*order), halves) }

      def chain(number, order, halves)
        loads = @seats[number].last
        (@chains ||= {})[[number, order, halves]] ||= Chain.new(
          order,
          loads,
          halves: halves & loads.map(&:place),
          number:,
          circuit: @circuits[number]
        )
      end

      def simplest(chain)
        light, *more = @load_places
        rest = [light, *more, *(@boxes - chain - @load_places)].each_cons(2).to_a
        straight = [[Layout::FEED, chain.first], *chain.each_cons(2), [chain.last, light], *rest]
        return [straight] if chain.size > 2

        [
          straight,
          [[Layout::FEED, light], [light, chain.first], *chain.each_cons(2), *rest],
          *([[[Layout::FEED, chain.first], [chain.first, light], [light, chain.last], *rest]] if chain.size == 2)
        ]
      end

      def name(box) = box.negative? ? Circuits.feed(Shapes::FEED - box) : @boxes[box]

      # Arguments of Shapes.of
      def shapes(halves)
        most = [@most, *@sizes.each_value.filter_map(&:first)].max.clamp(MOST_CONDUCTORS, MOST_SINGLE)
        chains = @seats.map { |seats| seats.map { |some| some.map { |seat| @boxes.index(seat.place) } } }
        chains = chains.map { |switches, loads| [switches, loads.uniq] }
        halves = halves.map { |place| @boxes.index(place) }
        { chains:, boxes: @boxes.size, most:, halves:, circuits: @circuits }
      end

      # Those that the opened boxes allow, merged where there are many boxes, with their counts
      # @return [Array<Array(Shapes::Shape, Integer)>]
      def alike_shapes(halves)
        merge = @boxes.size > MANY && (@sizes.any? || @singles.any?)
        sizes, singles = [@sizes, @singles].map { |some| some.transform_keys { |box| @boxes.index(box) } }
        AlikeShapes.new(shapes(halves), sizes, singles).list(merge:)
      end

      def over(tree, orders, weight, halves, doubled)
        chains = chains(orders, halves)
        (halves.empty? && doubled.nil? ? @schemes : [Scheme::PRESENT]).each do |scheme|
          layout = Layout.new(tree:, chains:, weight: weight * scheme.weight * sharing, scheme:, doubled:)
          yield layout if room?(layout)
        end
      end

      # How common it is that two circuits share a neutral, where they do
      def sharing = @circuits.include?(Circuits::SHARING) ? Trade.priors.dig("layout", "shared_neutral") : 1.0

      # Whether the cables in opened boxes have enough conductors for their runs, and the other runs would be of a usual
      # type
      def room?(layout)
        unless @singles.all? { |box, count| layout.edges_at(box).sum { |edge| layout.carried(edge).size } == count }
          return false
        end

        @sizes.all? { |box, sizes| room_in?(layout, box, sizes) } &&
          layout.edges.all? { |edge| layout.carried(edge).size <= @most || edge.any? { |place| @sizes.key?(place) } }
      end

      def room_in?(layout, box, sizes)
        widths = layout.edges_at(box).map { |edge| layout.carried(edge).size }.sort.reverse
        if layout.doubled&.include?(box)
          AlikeShapes.paired(sizes).any? { |some| AlikeShapes.held?(widths, some) }
        else
          AlikeShapes.held?(widths, sizes)
        end
      end

      # Each run in turn as two cables side by side where the opened boxes at its ends have one to spare; and none
      def with_doubled(edges)
        yield nil, 1.0
        return if @singles.any? || @sizes.empty? || crowd?

        spare = @sizes.to_h { |box, sizes| [box, sizes.size - edges.count { |edge| edge.include?(box) }] }
        edges.each do |edge|
          if edge.intersect?(@sizes.keys) && edge.none? { |place| Circuits.feed?(place) } &&
               edge.all? { |box| spare.fetch(box, 1).positive? }
            yield edge, Trade.priors.dig("layout", "parallel")
          end
        end
      end

      # Whether boxes and circuits are so many that what is rare would be tens of thousands of layouts
      def crowd? = @boxes.size >= CROWD && Circuits.feeds(@circuits).size > 1
    end
  end
end
