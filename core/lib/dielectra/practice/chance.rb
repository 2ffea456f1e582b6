# frozen_string_literal: true

module Dielectra
  module Practice
    # Random choices for classes that have a generator in `@random`
    module Chance
      private

      def chance?(share) = @random.rand < share

      # @param table [Hash{Object => Float}] what may come out, with how often
      def weighted(table)
        mark = @random.rand * table.values.sum
        table.find { |_, weight| (mark -= weight) <= 0 }&.first || table.keys.last
      end
    end
  end
end
