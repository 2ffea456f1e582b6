# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a tab broken off.
      class Tab < Words
        def told(situation)
          [
            "Break off the #{Trade::Tab.word(self["tab"])} tab of #{self["device"]}",
            "In the #{place(situation)} box. The tab joins the two screws of one side.",
            nil
          ]
        end

        def refused(_situation) = "the tab of #{self["device"]} could not be broken off"
      end
    end
  end
end
