# frozen_string_literal: true

module Dielectra
  module Design
    # Every labeled tree over a number of boxes, with the feed at any of them and the switches of each chain in any
    # order, whose runs do not carry too many functions. Boxes are numbered, so one table serves every house of that
    # size.
    #
    # Trees come from their Prüfer sequences. A function crosses a run if it is needed on both sides, which is a test
    # of bit masks.
    class Shapes
      include Enumerable

      # `edges` are pairs of box numbers, FEED for the panel; `orders` the numbers of the switches of each chain from
      # supply to light; `widths` how many functions each run carries; `degrees` how many runs enter each box.
      Shape = Struct.new(:edges, :orders, :widths, :degrees)
      # The panel's number.
      FEED = -1

      # @param chains [Array<Array(Array<Integer>, Array<Integer>)>] for each chain the boxes of its switches, and those
      #   of its loads
      # @param boxes [Integer] all boxes
      # @param most [Integer] functions a run may carry
      # @param halves [Array<Integer>] boxes of loads that are receptacles with one half always on
      # @return [Array<Shape>]
      def self.of(chains, boxes, most, halves: []) =
        (@of ||= {})[[chains, boxes, most, halves]] ||= new(chains, boxes, most, halves:).to_a.freeze

      # @param switches [Integer] each in a box of its own
      # @param lights [Integer] the same
      # @return [Array<Array(Array<Integer>, Array<Integer>)>] one chain of them, the switches numbered first
      def self.chain(switches, lights) = [[(0...switches).to_a, (switches...(switches + lights)).to_a]]

      def initialize(chains, boxes, most, halves: [])
        @chains = chains
        @halves = halves.sum { |box| 1 << box }
        @boxes = boxes
        @most = most
        orders = chains.map { |switches, _| switches.each_index.to_a.permutation.to_a }
        @ways = orders.first.product(*orders.drop(1)).map { |picked| [picked, links(picked)] }
      end

      def each
        trees.each do |tree|
          (0...@boxes).each do |entry|
            edges = [*tree, [FEED, entry]]
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

      def feed_bit = 1 << @boxes

      # For each function the mask of the places that need it
      def links(orders)
        chains = @chains.zip(orders).map { |(switches, loads), order| [switches.values_at(*order), mask(loads)] }
        line = chains.reduce(feed_bit | @halves) { |bits, (switches, _)| bits | (1 << switches.first) }
        neutral = chains.reduce(feed_bit) { |bits, (_, loads)| bits | loads }
        [line, neutral, *chains.flat_map { |switches, loads| [(1 << switches.last) | loads, *travelers(switches)] }]
      end

      def travelers(switches) = switches.each_cons(2).flat_map { |one, other| [(1 << one) | (1 << other)] * 2 }

      def mask(boxes) = boxes.reduce(0) { |bits, box| bits | (1 << box) }

      # @return [Array<Integer>, nil] nil where a run would carry too much
      def widths(far, masks)
        found = []
        far.each do |side|
          width = 0
          masks.each do |mask|
            there = mask & side
            width += 1 if there != 0 && there != mask
          end
          return nil if width > @most

          found << width
        end
        found
      end

      def beyond(edges, without)
        bits = 0
        queue = [without[1]]
        until queue.empty?
          box = queue.pop
          bits |= box == FEED ? feed_bit : 1 << box
          edges.each do |edge|
            next if edge.equal?(without) || !edge.include?(box)

            other = edge[0] == box ? edge[1] : edge[0]
            queue << other if bits.nobits?(other == FEED ? feed_bit : 1 << other)
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
