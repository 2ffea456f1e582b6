# frozen_string_literal: true

module Dielectra
  module Session
    # Hypotheses sorted by what they would let one read: those that agree on everything that could be asked at a place are
    # one pattern.
    module Patterns
      # Digits to which chances are told apart.
      DIGITS = 3

      # @return [Array<Array<Float>>] the different patterns: for each question how likely a yes is
      attr_reader :patterns

      # @return [Array<Integer>] for each hypothesis the number of its pattern
      attr_reader :pattern_of

      # @param question [Object] one of those that were sorted by
      # @return [Array<Float>] for each pattern, how likely a yes is
      def yes(question)
        number = @numbers.fetch(question)
        patterns.map { |chances| chances[number] }
      end

      private

      # @param questions [Array<Object>]
      # @yieldparam hypothesis [Diagnosis::Hypothesis]
      # @yieldreturn [Array<Float>] for each question how likely a yes is
      def sort_out(hypotheses, questions)
        @numbers = questions.each_with_index.to_h
        known = {}
        @pattern_of = hypotheses.map { |hypothesis| known[yield(hypothesis).map { |chance| chance.round(DIGITS) }] ||= known.size }
        @patterns = known.keys
      end
    end
  end
end
