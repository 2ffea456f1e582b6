# frozen_string_literal: true

module Dielectra
  module Drawing
    # The places where wires may run vertically: each its own, away from what is taken.
    class Columns
      # Units between two verticals
      APART = 11

      def initialize
        @taken = []
      end

      def initialize_copy(other)
        super
        @taken = @taken.dup
      end

      # @param x [Numeric] taken from now on
      def take(x)
        @taken << x
        x
      end

      # @return [Numeric] the first free column from `x` on, in a direction (1 or -1)
      def from(x, direction = 1)
        x += direction until free?(x)
        x
      end

      # @return [Array<Numeric>] so many free columns from `x` on to the right, side by side
      def row(x, count)
        Array.new(count) do
          found = from(x)
          x = found + APART
          found
        end
      end

      def free?(x) = @taken.none? { |other| (other - x).abs < APART }
    end
  end
end
