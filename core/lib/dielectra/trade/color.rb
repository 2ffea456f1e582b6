# frozen_string_literal: true

module Dielectra
  module Trade
    # What an insulation color suggests. It is a hint, so it may affect weights only.
    module Color
      def self.grounding?(color) = Trade.table("cables").fetch("grounding_colors").include?(color)

      def self.neutral?(color) = Trade.table("cables").fetch("neutral_colors").include?(color)

      # Whether a conductor of this color has to be re-identified where it is always or sometimes hot.
      def self.marked_when_hot?(color) = Trade.table("cables").fetch("must_be_marked_when_hot").include?(color)
    end
  end
end
