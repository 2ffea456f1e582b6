# frozen_string_literal: true

module Dielectra
  module Presentation
    module Steps
      # Words for a breaker switched.
      class Breaker < Words
        OFF =
          "Leave the light on if it burns. If it goes off, the breaker is the right one. Lock the breaker, or tag it."
        OPEN = "Boxes are open. Keep hands and tools out while the power is on."

        def told(situation)
          return "Turn breaker #{self["device"]} off", OFF, nil if self["to"] == "off"

          [
            "Turn breaker #{self["device"]} on",
            "Every loose end is capped. Nobody is at the boxes.",
            (OPEN if situation.opened.any?)
          ]
        end

        def refused(_situation) = "breaker #{self["device"]} could not be switched #{self["to"]}"
      end
    end
  end
end
