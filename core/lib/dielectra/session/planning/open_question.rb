# frozen_string_literal: true

module Dielectra
  module Session
    # A question on which hypotheses differ, such as which conductor is the line, or which repair is needed: what each
    # says, how much it weighs, and how many bits a reading would tell about it (Shannon's mutual information).
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
      # @return [Float] bits that a reading of two outcomes is expected to tell
      def information_gain(yes)
        part = @weights.zip(yes).map { |weight, share| weight * share }
        bits - doubt(part) - doubt(@weights.zip(part).map { |weight, share| weight - share })
      end

      # @param outcomes [Array<Hash{Object => Float}>] for each hypothesis how likely each answer is
      # @return [Float] bits that a reading of any number of outcomes is expected to tell
      def information_gain_of(outcomes)
        answers = outcomes.flat_map(&:keys).uniq
        bits -
          answers.sum { |answer| doubt(@weights.zip(outcomes).map { |weight, one| weight * one.fetch(answer, 0.0) }) }
      end

      private

      # Bits of doubt, times the weight there is.
      def doubt(weights)
        sums = Hash.new(0.0)
        @labels.zip(weights) { |label, weight| sums[label] += weight }
        sums.values.sum * Diagnosis::Belief.entropy(sums.values)
      end
    end
  end
end
