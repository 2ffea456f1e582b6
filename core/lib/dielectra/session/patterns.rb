# frozen_string_literal: true

module Dielectra
  module Session
    # Hypotheses sorted by what they would let one read: those that agree on everything that could be asked at a place are
    # one pattern.
    module Patterns
      # @return [Array] the different patterns
      attr_reader :patterns

      # @return [Array<Integer>] for each hypothesis the number of its pattern
      attr_reader :pattern_of

      # Shares that differ by less than anybody cares for are the same.
      def self.rounded(shares) = shares.size == 1 ? shares : shares.map { |share| share.round(3) }

      # A row with a byte for each of some things.
      # @return [String]
      def self.row(things) = things.each_with_object(String.new(capacity: things.size + 8)) { |thing, row| row << yield(thing) }

      private

      def sort_out(hypotheses)
        numbers = {}
        @pattern_of = hypotheses.map { |hypothesis| numbers[yield(hypothesis)] ||= numbers.size }
        @patterns = numbers.keys
      end
    end
  end
end
