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

        def refused(situation) = "the switch in the #{place(situation)} box could not be taken out"
      end
    end
  end
end
