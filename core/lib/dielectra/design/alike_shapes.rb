# frozen_string_literal: true

module Dielectra
  module Design
    # The shapes that the opened boxes allow. Shapes that look alike in the opened boxes are merged and counted.
    #
    # Where there is one chain, and each switch has a box of its own, the shapes are worked out for one order of the
    # switches. Exchanging boxes gives the shapes of the other orders.
    class AlikeShapes
      # @param shapes [Hash] arguments of Shapes.of: `chains`, `boxes`, `most`, `halves`, `circuits`
      # @param sizes [Hash{Integer => Array<Integer>}] opened box => conductors of its cable ends, the largest first
      # @param singles [Hash{Integer => Integer}] opened box that single conductors run to => how many
      def initialize(shapes, sizes, singles)
        @shapes = shapes
        @switches, @loads = shapes[:chains].first
        @sizes = sizes
        @singles = singles
      end

      # Whether cables of given sizes hold the functions of as many runs or fewer
      # @param widths [Array<Integer>] largest first
      # @param sizes [Array<Integer>] largest first
      def self.held?(widths, sizes) = widths.zip(sizes).all? { |need, size| need <= size }

      # The sizes of some cables with two of them taken together
      # @param sizes [Array<Integer>]
      # @return [Array<Array<Integer>>] each the largest first
      def self.paired(sizes)
        (@paired ||= {})[sizes] ||= sizes
          .each_index
          .to_a
          .combination(2)
          .map do |pair|
            (sizes.reject.with_index { |_, index| pair.include?(index) } + [sizes.values_at(*pair).sum]).sort.reverse
          end
          .uniq
      end

      # @param merge [Boolean] whether those that look alike are merged
      # @return [Array<Array(Shapes::Shape, Integer)>]
      def list(merge:)
        return fitting(all, @sizes, @singles).map { |shape| [shape, 1] } unless merge
        return merged(all, @sizes, @singles) unless exchangeable?

        found = {}
        @switches.permutation.flat_map do |order|
          now = (0...@shapes[:boxes]).to_a
          @switches.zip(order) { |box, other| now[box] = other }
          opened = [@sizes, @singles].map { |some| some.transform_keys { |box| now.index(box) } }
          (found[opened] ||= merged(sorted, *opened)).map do |shape, alike|
            [shape.exchanged(now, numbers(order)), alike]
          end
        end
      end

      private

      def all = Shapes.of(*@shapes.values_at(:chains, :boxes, :most), **@shapes.slice(:halves, :circuits))

      # Those with the switches in the order of their numbers
      def sorted =
        @sorted ||=
          Shapes.of(*@shapes.values_at(:chains, :boxes, :most), **@shapes.slice(:halves, :circuits), sorted: true)

      def exchangeable? =
        @shapes[:chains].one? && @switches.uniq.size == @switches.size && !@switches.intersect?(@loads)

      # @param order [Array<Integer>] boxes of the switches from supply to light
      # @return [Array<Array<Integer>>] which switches these are, for the only chain
      def numbers(order) = [order.map { |box| @switches.index(box) }]

      def merged(shapes, sizes, singles)
        opened = sizes.keys | singles.keys
        fitting(shapes, sizes, singles)
          .group_by { |shape| shape.seen_from(opened) }
          .each_value
          .map { |alike| [alike.min_by { |shape| shape.widths.max }, alike.size] }
      end

      # Those for which opened boxes have cable ends enough, and conductors enough
      def fitting(shapes, sizes, singles)
        shapes.select do |shape|
          singles.all? { |box, count| shape.widths_at(box).sum <= count } &&
            sizes.all? { |box, known| cables?(shape.widths_at(box).sort.reverse, known) }
        end
      end

      def cables?(widths, sizes)
        return false if widths.size > sizes.size

        AlikeShapes.held?(widths, sizes) ||
          (widths.size < sizes.size && AlikeShapes.paired(sizes).any? { |some| AlikeShapes.held?(widths, some) })
      end
    end
  end
end
