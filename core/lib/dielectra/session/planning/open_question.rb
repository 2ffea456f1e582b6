# frozen_string_literal: true

module Dielectra
  module Session
    # A question on which hypotheses are not of one mind, such as which conductor is the line: what each says, how much it weighs,
    # and how many bits a reading would tell about it (Shannon's mutual information).
    class OpenQuestion
      # @param labels [Array<Object>] what each hypothesis says
      # @param weights [Array<Float>]
      def initialize(labels, weights)
        @labels = labels
        total = weights.sum
        @weights = weights.map { |weight| weight / total }
      end

      # @return [Float] bits of doubt there are
      def bits = @bits ||= doubt(@weights)

      # @param yes [Array<Float>] how likely a yes is under each hypothesis
      # @return [Float] bits that a reading is expected to tell
      def information_gain(yes)
        part = @weights.zip(yes).map { |weight, share| weight * share }
        bits - doubt(part) - doubt(@weights.zip(part).map { |weight, share| weight - share })
      end

      private

      # Bits of doubt, times the weight there is.
      def doubt(weights)
        sums =
          @labels.zip(weights).each_with_object(Hash.new(0.0)) { |(label, weight), all| all[label] += weight }.values
        sums.sum * Diagnosis::Belief.entropy(sums)
      end
    end
  end
end
