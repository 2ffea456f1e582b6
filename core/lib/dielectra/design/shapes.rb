# frozen_string_literal: true

module Dielectra
  module Design
    # Every labeled tree over a number of boxes, with the feed of each circuit at any of them and the switches of each
    # chain in any order, whose runs do not carry too many functions. Boxes are numbered, so one table serves every
    # house of that size.
    #
    # Trees come from their Prüfer sequences. A function crosses a run if it is needed on both sides, which is a test
    # of bit masks.
    class Shapes
      include Enumerable

      # `edges` are pairs of box numbers, FEED for the panel, and the numbers below it for further circuits; `orders`
      # the numbers of the switches of each chain from supply to light; `widths` how many functions each run carries;
      # `degrees` how many runs enter each box; `sides` the mask of the boxes beyond each run between boxes.
      Shape =
        Struct.new(:edges, :orders, :widths, :degrees, :sides) do
          # Key for merging shapes that look alike in the opened boxes: the boxes beyond each of their runs
          # @param opened [Array<Integer>]
          # @return [Array]
          def seen_from(opened)
            all = (1 << degrees.size) - 1
            runs =
              edges
                .zip(sides)
                .filter_map do |(one, other), side|
                  next unless side

                  [
                    ([one, other, side] if opened.include?(one)),
                    ([other, one, all ^ side] if opened.include?(other))
                  ].compact.map { |near, far, beyond| [near, opened.include?(far) ? far : -1, beyond] }
                end
            [runs.flatten(1).sort, edges.drop(sides.size), orders]
          end

          # @return [Array<Integer>] functions of the runs that end in a box
          def widths_at(box)
            found = []
            edges.each_with_index { |(one, other), run| found << widths[run] if one == box || other == box }
            found
          end

          # The same shape with boxes exchanged
          # @param now [Array<Integer>] by the number of each box the number of the one that takes its place
          # @param orders [Array<Array<Integer>>] the switches of each chain from supply to light
          # @return [Shape]
          def exchanged(now, orders)
            Shape.new(
              edges.map { |edge| edge.map { |box| box.negative? ? box : now[box] } },
              orders,
              widths,
              now.each_index.map { |box| degrees[now.index(box)] },
              sides.map { |side| side && now.each_index.sum { |box| side[box] << now[box] } }
            )
          end
        end
      # The panel's number.
      FEED = -1

      # @param chains [Array<Array(Array<Integer>, Array<Integer>)>] for each chain the boxes of its switches, and those
      #   of its loads
      # @param boxes [Integer] all boxes
      # @param most [Integer] functions a run may carry
      # @param halves [Array<Integer>] boxes of loads that are receptacles with one half always on
      # @param circuits [Array<Integer>] the circuit of each chain
      # @param sorted [Boolean] whether to list only the order of the switches in which they are numbered
      # @return [Array<Shape>]
      def self.of(chains, boxes, most, halves: [], circuits: chains.map { 0 }, sorted: false) =
        (@of ||= {})[[chains, boxes, most, halves, circuits, sorted]] ||= new(
          chains,
          boxes,
          most,
          halves:,
          circuits:,
          sorted:
        ).to_a.freeze

      # @param switches [Integer] each in a box of its own
      # @param lights [Integer] the same
      # @return [Array<Array(Array<Integer>, Array<Integer>)>] one chain of them, the switches numbered first
      def self.chain(switches, lights) = [[(0...switches).to_a, (switches...(switches + lights)).to_a]]

      def initialize(chains, boxes, most, halves: [], circuits: chains.map { 0 }, sorted: false)
        @chains = chains
        @circuits = circuits
        @feeds = Circuits.feeds(circuits).map { |number| FEED - number }
        @halves = halves
        @boxes = boxes
        @most = most
        orders = chains.map { |switches, _| switches.each_index.to_a.then { sorted ? [_1] : _1.permutation.to_a } }
        @ways = orders.first.product(*orders.drop(1)).map { |picked| [picked, links(picked), supplies(picked)] }
      end

      def each
        entries = (0...@boxes).to_a.repeated_permutation(@feeds.size).to_a
        trees.each do |tree|
          sides = tree.map { |edge| beyond(tree, edge) }
          loads = ShapeLoads.new(sides, @boxes)
          ways = @ways.filter_map { |orders, links, supplies| loads.of(orders, links, supplies, @most) }
          next if ways.empty?

          entries.each do |entered|
            ways.each do |way|
              widths = way.widths(entered, @most)
              if widths && !(entered.size > 1 && widths.include?(0))
                yield shape(tree, sides, entered, way.orders, widths)
              end
            end
          end
        end
      end

      private

      def shape(tree, sides, entered, orders, widths)
        edges = [*tree, *@feeds.zip(entered)]
        degrees = (0...@boxes).map { |box| edges.count { |edge| edge.include?(box) } }
        Shape.new(edges, orders, widths, degrees, sides)
      end

      # For each function that does not come from the panel the mask of the boxes that need it
      def links(orders)
        seated(orders)
          .reject { |switches, _| switches.empty? }
          .flat_map { |switches, loads| [(1 << switches.last) | loads, *travelers(switches)] }
      end

      # The chains with their switches in an order each, and the mask of their loads
      def seated(orders) =
        @chains.zip(orders).map { |(switches, loads), order| [switches.values_at(*order), mask(loads)] }

      # For each circuit the masks of the boxes that need its line and neutral, one neutral for two that share it
      def supplies(orders)
        chains = seated(orders)
        @feeds.each_index.map do |number|
          own = on(chains, number)
          sharing = number.zero? ? on(chains, Circuits::SHARING) : []
          [
            line(own),
            (line(sharing) if sharing.any?),
            (own + sharing).reduce(0) { |bits, (_, loads)| bits | loads }
          ].compact
        end
      end

      def on(chains, number) = chains.zip(@circuits).filter_map { |chain, circuit| chain if circuit == number }

      # The boxes that the line of some chains goes to. Loads that nothing works need it themselves.
      def line(chains) =
        chains.reduce(0) do |bits, (switches, loads)|
          bits | (switches.empty? ? loads : (1 << switches.first) | (loads & mask(@halves)))
        end

      def travelers(switches) = switches.each_cons(2).flat_map { |one, other| [(1 << one) | (1 << other)] * 2 }

      def mask(boxes) = boxes.reduce(0) { |bits, box| bits | (1 << box) }

      # The boxes on the far side of a run of the tree
      def beyond(tree, without)
        bits = 0
        queue = [without[1]]
        until queue.empty?
          box = queue.pop
          bits |= 1 << box
          tree.each do |edge|
            next if edge.equal?(without) || !edge.include?(box)

            other = edge[0] == box ? edge[1] : edge[0]
            queue << other if bits.nobits?(1 << other)
          end
        end
        bits
      end

      def trees
        names = (0...@boxes).to_a
        return [[]] if @boxes == 1
        return [[names]] if @boxes == 2

        names.repeated_permutation(@boxes - 2).map { |sequence| decode(sequence, names) }
      end

      # A tree from its Prüfer sequence.
      def decode(sequence, names)
        degree = names.map { |name| sequence.count(name) + 1 }
        edges =
          sequence.map do |name|
            leaf = names.find { |candidate| degree[candidate] == 1 }
            degree[leaf] -= 1
            degree[name] -= 1
            [leaf, name]
          end
        edges << names.select { |name| degree[name] == 1 }
      end
    end
  end
end
