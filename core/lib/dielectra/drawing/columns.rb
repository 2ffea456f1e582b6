# frozen_string_literal: true

module Dielectra
  module Drawing
    # The places where wires may run vertically, in whole units: each its own, away from what is taken.
    class Columns
      # Units between two verticals
      APART = 11

      def initialize
        @near = {}
      end

      def initialize_copy(other)
        super
        @near = @near.dup
      end

      # @param x [Integer] taken from now on
      def take(x)
        ((x - APART + 1)..(x + APART - 1)).each { |near| @near[near] = true }
        x
      end

      # @return [Integer] the first free column from `x` on to the right
      def from(x)
        x += 1 until free?(x)
        x
      end

      # @return [Array<Integer>] so many free columns from `x` on to the right, side by side
      def row(x, count)
        Array.new(count) do
          found = from(x)
          x = found + APART
          found
        end
      end

      def free?(x) = !@near.key?(x)
    end
  end
end
