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

        # What box for which wall
        SWITCH = [
          "Hollow wall: an old-work box with ears and clamps, clear of the studs. Plaster on lath: screw the ears to " \
            "the lath; cut no lath through that the box does not need. Masonry: a box set in mortar at the end of a " \
            "conduit.",
          "A switch goes on the handle side of the door, clear of the trim. Take the height from its neighbors."
        ].freeze
        LUMINAIRE = [
          "The box hangs from a joist or a bar between two, and not from the ceiling board.",
          "A fan needs a box listed for fans. A heavy luminaire needs one listed for its weight, which is marked in it."
        ].freeze
        # How a place for it is found
        WALL = [
          "Find the studs first. Then drill one small hole and feel around with a bent wire before you cut.",
          "Insulated outer wall: take an inner wall if there is one, else a box with a gasket. Tile: not through the " \
            "tile, but beside it or from behind.",
          "Power off while you cut. The old circuit is not touched before the box and the cable are in."
        ].freeze

        def done_well(situation) = (situation.job.place(self["place"]).luminaire_box? ? LUMINAIRE : SWITCH) + WALL

        def refused(_situation) = "no box could be set in the #{Naming.place(self["place"])}"
      end
    end
  end
end
