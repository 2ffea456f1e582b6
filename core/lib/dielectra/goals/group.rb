# frozen_string_literal: true

module Dielectra
  module Goals
    # Loads that the same controls work. Every control works all of them, from every state of the others.
    Group =
      Struct.new(:controls, :loads) do
        # @return [Array<String>]
        def control_ids = controls.map(&:id)

        # @return [Boolean] whether nothing works its loads, which have to be live in every position
        def live? = controls.empty?

        # @return [Array<String>]
        def load_ids = loads.map(&:id)
      end
  end
end
