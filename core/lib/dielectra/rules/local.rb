# frozen_string_literal: true

module Dielectra
  module Rules
    # What rules hang on beside the wiring: the edition that the authority has adopted, and whether grounded metal is
    # within reach of a box without a ground.
    # `grounded_metal` is place => near or far; a place that nobody looked at is left out.
    Local =
      Struct.new(:edition, :grounded_metal) do
        def initialize(edition: Book::NEWEST, grounded_metal: {}) = super(edition, grounded_metal)
      end
    # What can be said of grounded metal at a place
    Local::METAL = %w[near far].freeze
  end
end
