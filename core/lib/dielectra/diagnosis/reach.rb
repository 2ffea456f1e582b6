# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How far line and neutral reach through the switches, in all combinations of toggles at once: for each net a number with a bit
    # for every combination (World#combinations) in which it hangs together with the supply's line, or with its neutral.
    class Reach
      # @param world [World]
      # @param roots [Array<Integer>] for each point the net that copper makes it part of; points numbered later are their own
      # @param bridges [Array<Array(Integer, Integer, Integer)>] two points that a contact joins, and the combinations in which it does
      def initialize(world, roots, bridges)
        @world = world
        @roots = roots
        @numbers = {}
        @bridges = bridges.filter_map { |one, other, combinations| [number(one), number(other), combinations] unless net(one) == net(other) }
        line = number(world.source)
        neutral = number(world.return)
        @line = reached(line)
        @neutral = reached(neutral)
      end

      # @param point [Integer]
      # @return [Integer] combinations in which it hangs together with the line
      def live(point) = at(@line, point, @world.source)

      # @param point [Integer]
      # @return [Integer] combinations in which it hangs together with the neutral
      def neutral(point) = at(@neutral, point, @world.return)

      # @return [Integer] combinations in which line meets neutral
      def tripped = live(@world.return)

      # @return [Integer] combinations in which a lamp burns, if it is good
      def lit(lamp)
        (@lit ||= {})[lamp] ||= begin
          one, other = @world.lamps.fetch(lamp)
          ((live(one) & neutral(other)) | (live(other) & neutral(one))) & ~tripped
        end
      end

      private

      def net(point) = @roots[point] || point

      def number(point) = @numbers[net(point)] ||= @numbers.size

      def at(masks, point, source)
        number = @numbers[net(point)]
        number ? masks[number] : (net(point) == net(source) ? @world.every : 0)
      end

      # All that hangs together with a net.
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
    end
  end
end
