# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which nets are connected through the switches, in all combinations of contacts at once: a number with a bit for
    # every combination (World#combinations)
    class Reach
      NOWHERE = [0, 0].freeze

      # @param world [World]
      # @param roots [Array<Integer>] for each point the net that copper makes it part of; points numbered later are
      #   their own
      # @param bridges [Array<Array(Integer, Integer, Integer)>] two points that a contact joins, and the combinations
      #   in which it does
      def initialize(world, roots, bridges)
        @world = world
        @roots = roots
        @numbers = {}
        @bridges =
          bridges.filter_map do |one, other, combinations|
            [number(one), number(other), combinations] unless net(one) == net(other)
          end
        (world.sources + world.returns).each { |point| number(point) }
        @lines, @neutrals = [world.sources, world.returns].map { |some| some.map { |point| reached(number(point)) } }
        @line, @neutral = [@lines, @neutrals].map { |some| merged(some) }
        @from = {}
      end

      # @param point [Integer]
      # @return [Integer] combinations in which it is connected to the line
      def live(point) = at(@line, point, @world.sources)

      # @param point [Integer]
      # @return [Integer] combinations in which it is connected to the neutral
      def neutral(point) = at(@neutral, point, @world.returns)

      # @return [Integer] combinations in which line meets neutral
      def tripped = @tripped ||= @world.returns.reduce(0) { |mask, point| mask | live(point) }

      # @param lines_only [Boolean] whether their neutrals may touch
      # @return [Integer] combinations in which two circuits touch outside the panel
      def crossed(lines_only: false)
        kinds = [[@lines, @world.sources], *([[@neutrals, @world.returns]] unless lines_only)]
        kinds.sum do |reached, points|
          points
            .each_index
            .to_a
            .combination(2)
            .reduce(0) { |mask, (one, other)| mask | at(reached[one], points[other], [points[one]]) }
        end
      end

      # @param ends [Array(Integer, Integer)] the two sides of a lamp
      # @return [Boolean] whether one circuit alone feeds it, line and neutral, whenever it burns
      def own_circuit?(ends)
        one, other = ends
        @world.sources.each_index.any? do |number|
          line = @world.sources.values_at(number)
          neutral = @world.returns.values_at(number)
          ways =
            [[one, other], [other, one]].map do |hot, back|
              at(@lines[number], hot, line) & at(@neutrals[number], back, neutral)
            end
          lit(ends) & ~ways.reduce(:|) == 0
        end
      end

      # @return [Integer] one number for the nets of two points, in either order
      def nets(one, other)
        here = net(one)
        there = net(other)
        here < there ? (here * PointIndex::MOST) + there : (there * PointIndex::MOST) + here
      end

      # @return [Integer] combinations in which two points are connected
      def together(one, other)
        return @world.every if net(one) == net(other)

        start = @numbers[net(one)]
        there = @numbers[net(other)]
        met = start && there ? (@from[start] ||= reached(start))[there] : 0
        @neutrals.size > 1 ? met | (neutral(one) & neutral(other)) : met
      end

      # @param ends [Array(Integer, Integer)] the two sides of a lamp
      # @return [Integer] combinations in which it burns, if it is good
      def lit(ends)
        one, other = ends
        ((live(one) & neutral(other)) | (live(other) & neutral(one))) & ~tripped
      end

      # @param ends [Array(Integer, Integer)] the two sides of a lamp
      # @param numbers [Array<Integer>] of the circuits whose breaker is on
      # @return [Integer] combinations in which it burns then, if it is good
      def lit_from(ends, numbers)
        masks = merged(@lines.values_at(*numbers))
        sources = @world.sources.values_at(*numbers)
        one, other = ends.map { |point| at(masks, point, sources) }
        ((one & neutral(ends.last)) | (other & neutral(ends.first))) & ~tripped
      end

      # Combinations in which a point on neither side of the supply is connected to one of them through loads, without
      # passing the other
      # @param point [Integer]
      # @param loads [Array<Array(Integer, Integer)>] what each load lies between
      # @return [Array(Integer, Integer)] on the line, and on the neutral
      def through(point, loads)
        line, neutral = (@through ||= {})[loads] ||= led(loads)
        at = line[net(point)] or return NOWHERE
        [at, neutral[net(point)]]
      end

      private

      def net(point) = @roots[point] || point

      def number(point) = @numbers[net(point)] ||= @numbers.size

      # Combinations in which a point is connected to some others, given the masks of those
      def at(masks, point, others)
        number = @numbers[net(point)]
        number ? masks[number] : (others.any? { |other| net(other) == net(point) } ? @world.every : 0)
      end

      # Union of the nets reached from several starting nets
      def merged(masks) = masks.one? ? masks.first : masks.transpose.map { |some| some.reduce(:|) }

      # The nets connected to one
      # @return [Array<Integer>] for each net in which combinations it does
      def reached(start)
        masks = Array.new(@numbers.size, 0)
        masks[start] = @world.every
        grown = true
        while grown
          grown = false
          @bridges.each do |one, other, combinations|
            here = masks[one]
            there = masks[other]
            both = (here | there) & combinations
            next if both | here == here && both | there == there

            masks[one] = here | both
            masks[other] = there | both
            grown = true
          end
        end
        masks
      end

      # The nets that line and neutral reach through loads
      # @return [Array(Hash{Integer => Integer}, Hash{Integer => Integer})] net => combinations
      def led(loads)
        numbered = @numbers.invert
        edges =
          @bridges.map { |one, other, combinations| [numbered[one], numbered[other], combinations] } +
            loads.map { |one, other| [net(one), net(other), @world.every] }
        nets = edges.flat_map { |one, other, _| [one, other] }.uniq
        supplied = nets.to_h { |net| [net, live(net) | neutral(net)] }
        %i[live neutral].map do |side|
          masks = nets.to_h { |net| [net, send(side, net)] }
          while edges.map { |edge| carried(masks, supplied, *edge) }.any?
          end
          masks.to_h { |net, mask| [net, mask & ~supplied[net]] }
        end
      end

      # Carries what has reached one side of an edge to the other
      # @return [Boolean] whether anything was new there
      def carried(masks, supplied, one, other, combinations)
        before = [masks[one], masks[other]]
        masks[other] |= masks[one] & combinations & ~supplied[other]
        masks[one] |= masks[other] & combinations & ~supplied[one]
        before != [masks[one], masks[other]]
      end
    end
  end
end
