# frozen_string_literal: true

module Dielectra
  module Session
    # Fault signatures: hypotheses that agree on everything that could be read at a place are one.
    module Signatures
      # Digits to which probabilities are told apart
      DIGITS = 3

      # @return [Array<Array<Float>>] the different signatures: for each question how likely a yes is
      attr_reader :signatures

      # @return [Array<Integer>] for each hypothesis the number of its signature
      attr_reader :signature_of

      # @param question [Object] one of those that were sorted by
      # @return [Array<Float>] for each signature, how likely a yes is
      def yes(question)
        number = @numbers.fetch(question)
        signatures.map { |chances| chances[number] }
      end

      private

      # @param questions [Array<Object>]
      # @yieldparam hypothesis [Diagnosis::Hypothesis]
      # @yieldreturn [Array<Float>] for each question how likely a yes is
      def sort_out(hypotheses, questions)
        @numbers = questions.each_with_index.to_h
        known = {}
        @signature_of =
          hypotheses.map { |hypothesis| known[yield(hypothesis).map { |chance| chance.round(DIGITS) }] ||= known.size }
        @signatures = known.keys
      end
    end
  end
end
