# frozen_string_literal: true

module Dielectra
  module Design
    # Every labeled tree over a number of boxes, with the feed at any of them and the switches in any order, whose runs
    # do not carry too many functions. Boxes are numbered, so one table serves every house of that size.
    #
    # Trees come from their Prüfer sequences. A function crosses a run if it is needed on both sides, which is a test of
    # bit masks.
    class Shapes
      include Enumerable

      # `edges` are pairs of box numbers, FEED for the panel; `order` the switches from supply to light; `widths` how
      # many functions each run carries; `degrees` how many runs enter each box.
      Shape = Struct.new(:edges, :order, :widths, :degrees)
      # The panel's number.
      FEED = -1

      # @param switches [Integer] boxes with a switch, numbered first
      # @param lights [Integer] boxes with a load, numbered next
      # @param boxes [Integer] all boxes
      # @param most [Integer] functions a run may carry
      # @param halves [Boolean] whether the loads are receptacles with one half always on
      # @return [Array<Shape>]
      def self.of(switches, lights, boxes, most, halves: false)
        (@of ||= {})[[switches, lights, boxes, most, halves]] ||= new(
          switches,
          lights,
          boxes,
          most,
          halves:
        ).to_a.freeze
      end

      def initialize(switches, lights, boxes, most, halves: false)
        @halves = halves
        @switches = switches
        @lights = lights
        @boxes = boxes
        @most = most
        @chains = (0...switches).to_a.permutation.map { |chain| [chain, links(chain)] }
      end

      def each
        trees.each do |tree|
          (0...@boxes).each do |entry|
            edges = [*tree, [FEED, entry]]
            far = edges.map { |edge| beyond(edges, edge) }
            @chains.each do |chain, masks|
              widths = widths(far, masks)
              next unless widths
              yield(
                Shape.new(edges, chain, widths, (0...@boxes).map { |box| edges.count { |edge| edge.include?(box) } })
              )
            end
          end
        end
      end

      private

      def feed_bit = 1 << @boxes

      # For each function the mask of the places that need it
      def links(chain)
        lights = (@switches...(@switches + @lights)).sum { |box| 1 << box }
        travelers = chain.each_cons(2).flat_map { |one, other| [(1 << one) | (1 << other)] * 2 }
        [
          feed_bit | (1 << chain.first) | (@halves ? lights : 0),
          feed_bit | lights,
          (1 << chain.last) | lights,
          *travelers
        ]
      end

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
