# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How likely each combination of contacts is under one hypothesis, the toggles standing as they may.
    class Shares
      # @param world [World]
      # @param toggles [Toggles]
      # @param odds [Array<Float>, nil] see Hypothesis#odds
      def initialize(world, toggles, odds)
        @rows = toggles.states.zip(toggles.shares(odds)).filter_map { |raised, share| [world.bit(raised), share] if share > NEGLIGIBLE }
        @memo = {0 => 0.0}
      end

      # Share below which a state is not thought of.
      NEGLIGIBLE = 1e-9
      private_constant :NEGLIGIBLE

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
