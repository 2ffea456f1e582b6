# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The probability of each combination of contacts under one hypothesis
    class Shares
      # Probability below which a state is ignored
      NEGLIGIBLE = 1e-9

      # @param toggles [Toggles]
      # @param odds [Array<Float>, nil] see Hypothesis#odds
      def initialize(toggles, odds)
        @rows = toggles.bits.zip(toggles.shares(odds)).select { |_, share| share > NEGLIGIBLE }
        @memo = { 0 => 0.0 }
      end

      # @param mask [Integer] combinations
      # @return [Float] how likely it is one of them
      def of(mask)
        @memo[mask] ||= @rows.sum { |bit, share| (mask & bit) == 0 ? 0.0 : share }
      end

      # @param mask [Integer] combinations
      # @yieldparam state [Integer] the bit of one of them
      # @yieldreturn [Float]
      # @return [Float] the sum, each weighted by how likely it is
      def sum_over(mask) = @rows.sum { |bit, share| (mask & bit) == 0 ? 0.0 : share * yield(bit) }
    end
  end
end
