# frozen_string_literal: true

module Dielectra
  class Circuit
    # One conductor as it shows in a place.
    WireEnd =
      Struct.new(:id, :color, :tape) do
        def grounding? = Trade::Color.grounding?(color)

        def to_h = super.compact.transform_keys(&:to_s)
      end
  end
end
