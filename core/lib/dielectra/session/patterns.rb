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

      # Net numbers named in the order in which they come by, so that equal partitions are equal; of lamps only those between
      # two nets that are among them.
      def self.named((nets, lamps))
        names = {}
        named = nets.map { |net| names[net] ||= names.size }
        [named, lamps.filter_map { |one, other| [names[one], names[other]] if names[one] && names[other] }]
      end

      # Shares that differ by less than anybody cares for are the same.
      def self.rounded(shares) = shares.size == 1 ? shares : shares.map { |share| share.round(3) }

      private

      def sort_out(hypotheses)
        numbers = {}
        @pattern_of = hypotheses.map { |hypothesis| numbers[yield(hypothesis)] ||= numbers.size }
        @patterns = numbers.keys
      end
    end
  end
end
