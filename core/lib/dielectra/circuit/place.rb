# frozen_string_literal: true

module Dielectra
  class Circuit
    # A panel or a box.
    Place =
      Struct.new(:id, :kind, :enclosure, :volume_in3, :gangs, keyword_init: true) do
        def initialize(...)
          super
          freeze
        end

        def panel? = kind == "panel"

        def luminaire_box? = kind == "luminaire_box"

        def metal? = enclosure == "metal"

        def to_h = super.compact.transform_keys(&:to_s)
      end
  end
end
