# frozen_string_literal: true

module Dielectra
  module Drawing
    # The heights at which the wires of a box run sideways. Each wire leaves its two ends vertically and crosses over
    # once. Wires whose ways over overlap get lanes of their own, in an order with few crossings.
    class Lanes
      # One wire's way over: where its two verticals stand, and which of them go up from the lane (to a cable) and not
      # down (to a splice or a screw).
      Way =
        Struct.new(:from, :to, :from_up) do
          def span = from < to ? from..to : to..from

          # The verticals above and below the lane; the second one always goes down.
          def ups = from_up ? [from] : []

          def downs = from_up ? [to] : [from, to]
        end

      # Units between two ways over that share a lane
      APART = 12
      # Ways up to which every order is tried
      FEW = 6

      # @param ways [Array<Way>]
      def initialize(ways)
        @ways = ways
        @cost = ways.map { |above| ways.map { |below| crossings(above, below) } }
      end

      # @return [Array<Integer>] for each way its lane, 0 uppermost
      def numbers
        @numbers ||=
          order.each_with_object(Array.new(@ways.size)) do |way, lanes|
            above = lanes.each_index.select { |other| lanes[other] && meet?(@ways[way], @ways[other]) }
            lanes[way] = (above.map { |other| lanes[other] }.max || -1) + 1
          end
      end

      # @return [Integer] lanes in use
      def count = (numbers.max || -1) + 1

      # @return [Integer] how often two wires cross
      def crossed = order.combination(2).sum { |above, below| @cost[above][below] }

      private

      def order = @order ||= @ways.size <= FEW ? exact : improved(start)

      def exact = @ways.each_index.to_a.permutation.min_by { |some| [total(some), some] }

      def total(order) = order.combination(2).sum { |above, below| @cost[above][below] }

      # Short ways first
      def start = @ways.each_index.sort_by { |way| [@ways[way].span.size, way] }

      # Moves one way at a time to where it crosses least, until nothing is gained
      def improved(order)
        loop do
          gained = false
          order.dup.each do |way|
            rest = order - [way]
            costs = places(way, rest)
            best = costs.each_index.min_by { |at| costs[at] }
            next unless costs[best] < costs[order.index(way)]

            order = rest.insert(best, way)
            gained = true
          end
          return order unless gained
        end
      end

      # For each place of a way among the rest, what it crosses there
      def places(way, rest)
        costs = [rest.sum { |other| @cost[way][other] }]
        rest.each { |other| costs << (costs.last - @cost[way][other] + @cost[other][way]) }
        costs
      end

      # Crossings of two wires where the first has the higher lane
      def crossings(above, below) =
        below.ups.count { |x| above.span.cover?(x) } + above.downs.count { |x| below.span.cover?(x) }

      def meet?(one, other)
        one.span.begin - APART < other.span.end && other.span.begin - APART < one.span.end
      end
    end
  end
end
