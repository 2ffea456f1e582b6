# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a box opened.
      class Open < Words
        LIVE = "Not proved dead yet. Touch no metal."
        BOX =
          "Plate off first. Test at the screws while the device still sits in the box. If they test dead, draw it " \
            "out on its wires. Pull nothing loose. Enter what you see."
        FIXTURE =
          "Lower the canopy first, and test at the splices. If they test dead, let the fixture hang on a hook, not " \
            "on its wires. Pull nothing loose. Enter what you see."
        LADDER = "Use a steady ladder, with somebody nearby."

        def told(situation)
          return "Open the #{place(situation)} box", BOX, LIVE unless fixture?(situation)

          ["Open the #{place(situation)} fixture", FIXTURE, "#{LIVE} #{LADDER}"]
        end

        def choices(_session) = []

        def answered(answer, region)
          found = answer["found"]
          devices = found["devices"].map { |row| term(row["kind"], region) }
          [count(found["cable_ends"], "cable"), *devices, count(found["joints"], "joint")].join(", ")
        end

        def refused(situation) = "the #{place(situation)} box could not be opened"

        private

        def count(rows, noun) = "#{rows.size} #{noun}#{"s" unless rows.one?}"

        def fixture?(situation) = situation.job.place(self["place"])&.luminaire_box?
      end
    end
  end
end
