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
        line = number(world.source)
        neutral = number(world.return)
        @line = reached(line)
        @neutral = reached(neutral)
        @from = {}
      end

      # @param point [Integer]
      # @return [Integer] combinations in which it is connected to the line
      def live(point) = at(@line, point, @world.source)

      # @param point [Integer]
      # @return [Integer] combinations in which it is connected to the neutral
      def neutral(point) = at(@neutral, point, @world.return)

      # @return [Integer] combinations in which line meets neutral
      def tripped = live(@world.return)

      # @return [Integer] combinations in which two points are connected
      def together(one, other)
        return @world.every if net(one) == net(other)

        start = @numbers[net(one)]
        there = @numbers[net(other)]
        start && there ? (@from[start] ||= reached(start))[there] : 0
      end

      # @return [Boolean] whether copper alone joins two points
      def copper?(one, other) = net(one) == net(other)

      # @param ends [Array(Integer, Integer)] the two sides of a lamp
      # @return [Integer] combinations in which it burns, if it is good
      def lit(ends)
        one, other = ends
        ((live(one) & neutral(other)) | (live(other) & neutral(one))) & ~tripped
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

      def at(masks, point, source)
        number = @numbers[net(point)]
        number ? masks[number] : (net(point) == net(source) ? @world.every : 0)
      end

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
