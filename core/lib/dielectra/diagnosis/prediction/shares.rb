# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How likely each combination of contacts is under one hypothesis, the toggles standing as they may.
    class Shares
      # Share below which a state is not thought of.
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
        @memo[mask] ||= @rows.sum { |bit, share| mask.anybits?(bit) ? share : 0.0 }
      end

      # @param mask [Integer] combinations
      # @yieldparam state [Integer] the bit of one of them
      # @yieldreturn [Float]
      # @return [Float] the sum, each weighted by how likely it is
      def sum_over(mask) = @rows.sum { |bit, share| mask.anybits?(bit) ? share * yield(bit) : 0.0 }
    end
  end
end
