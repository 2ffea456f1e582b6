# frozen_string_literal: true

module Dielectra
  module Design
    # Counts the functions each run of a tree carries, for every choice of feed entries. Functions that do not come from
    # the panel are counted once; each feed adds its own.
    class ShapeLoads
      # One order of the switches: `own` holds the functions of each run that do not come from the panel, `added` for
      # each feed and box what that feed adds if it enters there, `fed` the functions of the runs from the panel.
      Way =
        Struct.new(:orders, :own, :added, :fed) do
          # @param entered [Array<Integer>] the box that each feed enters
          # @param most [Integer] functions a run may carry
          # @return [Array<Integer>, nil] functions of each run, those from the panel last; nil where one has too many
          def widths(entered, most)
            found = own.dup
            entered.each_with_index do |box, feed|
              added[feed][box].each_with_index { |more, run| return nil if (found[run] += more) > most }
            end
            found.concat(fed)
          end
        end

      # @param sides [Array<Integer>] mask of the boxes on the far side of each run
      # @param boxes [Integer] all boxes
      def initialize(sides, boxes)
        @sides = sides
        @boxes = boxes
      end

      # @param orders [Array<Array<Integer>>]
      # @param links [Array<Integer>] masks of the boxes that need each function that does not come from the panel
      # @param supplies [Array<Array<Integer>>] for each feed the same for what it brings
      # @param most [Integer] functions a run may carry
      # @return [Way, nil] nil where a run would have too many wherever the feeds enter
      def of(orders, links, supplies, most)
        fed = supplies.map { |masks| masks.count(&:positive?) }
        return if fed.any? { |width| width > most }

        own = @sides.map { |side| links.count { |mask| parted?(mask, side) } }
        return if own.any? { |width| width > most }

        added = supplies.map { |masks| (0...@boxes).map { |box| added(masks, box) } }
        Way.new(orders, own, added, fed)
      end

      private

      # What a feed adds to each run if it enters a box
      def added(masks, box)
        @sides.map { |side| masks.count { |mask| mask.positive? && parted?(mask | (1 << box), side) } }
      end

      def parted?(mask, side)
        there = mask & side
        there != 0 && there != mask
      end
    end
  end
end
