# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a device fitted.
      class Fit < Words
        def told(situation)
          kind = Trade.article(term(self["kind"], situation.job.region))
          ["Fit #{kind}#{which(situation)} in the #{place(situation)} box", detail(situation), nil]
        end

        # How a device is fitted
        HOW = [
          "Test it before it goes in: each position, with the meter.",
          "The ground first. Then hot and switched wires on brass, the neutral on silver. On a three-way the common " \
            "screw is the dark one.",
          "Cut the conductors to one length, so that they fold back without pushing the device out."
        ].freeze

        def done_well(_situation) = HOW

        def refused(situation) =
          "there was no #{term(self["kind"], situation.job.region)} for the #{place(situation)} box"

        private

        # Its name on the drawing, where a box holds several devices
        def which(situation)
          here = situation.place_of_device(self["device"])
          " as #{self["device"]}" if situation.open?(here) && situation.opened[here]["devices"].size > 1
        end

        def detail(situation)
          old = situation.found_device(self["device"])
          if old
            "Everything comes off the old one. Nothing goes on the new one yet but its ground."
          else
            "Only its ground goes on for now."
          end
        end
      end
    end
  end
end
