# frozen_string_literal: true

module Dielectra
  module Sums
    # The watts that a dimmer may carry once side fins are off because it stands beside others. Source: the usual share
    # of makers' tables; the maker's own table rules.
    module DimmerLoad
      # Share left with so many side fins off
      LEFT = { 0 => 1.0, 1 => 0.8, 2 => 0.67 }.freeze

      module_function

      # @param rated [Numeric] watts
      # @param fins_off [Integer] 0 to 2
      # @return [Integer] watts
      def allowed(rated, fins_off) = (rated * LEFT.fetch(fins_off)).floor

      # @param gangs [Integer] of the box
      # @param at [Integer] from the left, from one
      # @return [Integer] side fins that have to come off for a neighbor on either side
      def fins_off(gangs, at) = gangs < 2 ? 0 : (at.between?(2, gangs - 1) ? 2 : 1)
    end
  end
end
