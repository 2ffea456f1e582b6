# frozen_string_literal: true

module Dielectra
  module Trade
    # Positions of a toggle: `up` and `on` are one, `down` and `off` the other, so that a switch of unknown kind can be
    # worked.
    module Position
      SAME = { "up" => "on", "on" => "up", "down" => "off", "off" => "down" }.freeze
      RAISED = %w[up on].freeze

      # @return [String] the other position of a toggle
      def self.flipped(position) = FLIPPED.fetch(position, position)

      FLIPPED = { "up" => "down", "down" => "up", "on" => "off", "off" => "on" }.freeze

      # @return [Boolean] whether the toggle stands up (or on)
      def self.raised?(position) = RAISED.include?(position)
    end
  end
end
