# frozen_string_literal: true

module Dielectra
  module Sums
    # How far a hand reaches from a switch to grounded metal, in feet. Source: 404.9(B), exception for replacements.
    module Reach
      UP = 8
      ACROSS = 5

      module_function

      # @param up [Numeric] feet up or down to grounded metal
      # @param across [Numeric] feet across to it
      # @return [Boolean] whether one touches both: within reach either way
      def near?(up, across) = up <= UP || across <= ACROSS
    end
  end
end
