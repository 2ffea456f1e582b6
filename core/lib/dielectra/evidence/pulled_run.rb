# frozen_string_literal: true

module Dielectra
  module Evidence
    # A run that was pulled: the places at its ends, the points of each conductor at either end, its type or the colors
    # that went into a raceway
    PulledRun =
      Struct.new(:between, :conductors, :type, :colors, :raceway) do
        # @return [Array(String, String), nil] the points of its grounding conductor
        def grounding = colors.index { |color| Trade::Color.grounding?(color) }&.then { |at| conductors[at] }

        # @return [Array<Array(Array(String, String), String)>] points and color of each insulated conductor
        def insulated = conductors.zip(colors).reject { |_, color| Trade::Color.grounding?(color) }
      end
  end
end
