# frozen_string_literal: true

module Dielectra
  class Circuit
    # Points of one place that touch: a splice, a wire under a screw, a pigtail with both.
    Joint =
      Struct.new(:points, :by, :condition, keyword_init: true) do
        def initialize(...)
          super
          Ractor.make_shareable(points)
          freeze
        end

        def to_h = super.compact.transform_keys(&:to_s)
      end
  end
end
