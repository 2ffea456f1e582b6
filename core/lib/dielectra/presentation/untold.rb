# frozen_string_literal: true

module Dielectra
  module Presentation
    # A situation of which nothing is believed, for Boxes to draw what was seen and no more
    Untold =
      Struct.new(:situation, :job) do
        def findings = self

        def roles = {}

        def destinations = {}

        def next = nil
      end
  end
end
