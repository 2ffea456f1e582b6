# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for what the customer says.
      class Report < Watch
        def told(_situation) =
          ["The light with #{self["positions"].map { |id, at| "#{id} #{at}" }.join(", ")}", nil, nil]

        def choices(_session) = []
      end
    end
  end
end
