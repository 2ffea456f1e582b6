# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a switch taken out for good.
      class Retire < Words
        def told(situation)
          [
            "Take the #{Naming.switch(self["device"], situation.job)} switch out for good",
            "Cap what was on it for now.",
            nil
          ]
        end

        # How a device is taken out
        HOW = [
          "Tag what was on the common before it comes off.",
          "The ground goes on through a connector. A device never carries it to the next one.",
          "A blank plate closes the box. It stays where one can get at it: no wall is closed over a splice."
        ].freeze

        def done_well(_situation) = HOW

        def refused(situation) = "the switch in the #{place(situation)} box could not be taken out"
      end
    end
  end
end
