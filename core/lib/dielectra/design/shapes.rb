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
      # `degrees` how many runs enter each box.
      Shape = Struct.new(:edges, :orders, :widths, :degrees)
      # The panel's number.
      FEED = -1

      # @param chains [Array<Array(Array<Integer>, Array<Integer>)>] for each chain the boxes of its switches, and those
      #   of its loads
      # @param boxes [Integer] all boxes
      # @param most [Integer] functions a run may carry
      # @param halves [Array<Integer>] boxes of loads that are receptacles with one half always on
      # @param circuits [Array<Integer>] the circuit of each chain
      # @return [Array<Shape>]
      def self.of(chains, boxes, most, halves: [], circuits: chains.map { 0 }) =
        (@of ||= {})[[chains, boxes, most, halves, circuits]] ||= new(
          chains,
          boxes,
          most,
          halves:,
          circuits:
        ).to_a.freeze

      # @param switches [Integer] each in a box of its own
      # @param lights [Integer] the same
      # @return [Array<Array(Array<Integer>, Array<Integer>)>] one chain of them, the switches numbered first
      def self.chain(switches, lights) = [[(0...switches).to_a, (switches...(switches + lights)).to_a]]

      def initialize(chains, boxes, most, halves: [], circuits: chains.map { 0 })
        @chains = chains
        @circuits = circuits
        @feeds = Circuits.feeds(circuits).map { |number| FEED - number }
        @halves = halves
        @boxes = boxes
        @most = most
        orders = chains.map { |switches, _| switches.each_index.to_a.permutation.to_a }
        @ways = orders.first.product(*orders.drop(1)).map { |picked| [picked, links(picked)] }
      end

      def each
        trees.each do |tree|
          (0...@boxes)
            .to_a
            .repeated_permutation(@feeds.size) do |entries|
              edges = [*tree, *@feeds.zip(entries)]
              far = edges.map { |edge| beyond(edges, edge) }
              @ways.each do |orders, masks|
                widths = widths(far, masks)
                next unless widths
                yield(
                  Shape.new(edges, orders, widths, (0...@boxes).map { |box| edges.count { |edge| edge.include?(box) } })
                )
              end
            end
        end
      end

      private

      # The bit of a box, or of a feed
      def bit(box) = 1 << (box.negative? ? @boxes - box - 1 : box)

      # For each function the mask of the places that need it
      def links(orders)
        chains = @chains.zip(orders).map { |(switches, loads), order| [switches.values_at(*order), mask(loads)] }
        worked = chains.reject { |switches, _| switches.empty? }
        [*supplies(chains), *worked.flat_map { |switches, loads| [(1 << switches.last) | loads, *travelers(switches)] }]
      end

      # Line and neutral of each circuit, one neutral for two that share it
      def supplies(chains)
        @feeds.each_with_index.flat_map do |feed, number|
          own = on(chains, number)
          sharing = number.zero? ? on(chains, Circuits::SHARING) : []
          [
            line(own, feed),
            (line(sharing, feed) if sharing.any?),
            (own + sharing).reduce(bit(feed)) { |bits, (_, loads)| bits | loads }
          ].compact
        end
      end

      def on(chains, number) = chains.zip(@circuits).filter_map { |chain, circuit| chain if circuit == number }

      # The places that the line of some chains goes to. Loads that nothing works need it themselves.
      def line(chains, feed) =
        chains.reduce(bit(feed)) do |bits, (switches, loads)|
          bits | (switches.empty? ? loads : bit(switches.first) | (loads & mask(@halves)))
        end

      def travelers(switches) = switches.each_cons(2).flat_map { |one, other| [(1 << one) | (1 << other)] * 2 }

      def mask(boxes) = boxes.reduce(0) { |bits, box| bits | (1 << box) }

      # @return [Array<Integer>, nil] nil where a run would carry too much, or nothing between circuits
      def widths(far, masks)
        found = []
        far.each do |side|
          width = 0
          masks.each do |mask|
            there = mask & side
            width += 1 if there != 0 && there != mask
          end
          return nil if width > @most || (width.zero? && @feeds.size > 1)

          found << width
        end
        found
      end

      def beyond(edges, without)
        bits = 0
        queue = [without[1]]
        until queue.empty?
          box = queue.pop
          bits |= bit(box)
          edges.each do |edge|
            next if edge.equal?(without) || !edge.include?(box)

            other = edge[0] == box ? edge[1] : edge[0]
            queue << other if bits.nobits?(bit(other))
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
