# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a new box.
      class Box < Words
        LOOK =
          "Before you cut: no stud, pipe or cable behind it, no insulated outer wall, and the height of its neighbors."

        def told(_situation)
          ["Set a box in the #{Naming.place(self["place"])}", "#{self["volume_in3"]} in³ or more. #{LOOK}", nil]
        end

        def refused(_situation) = "no box could be set in the #{Naming.place(self["place"])}"
      end
    end
  end
end
