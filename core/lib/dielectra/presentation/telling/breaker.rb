# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a breaker switched.
      class Breaker < Words
        OFF =
          "Leave the light on if it burns. If it goes off, the breaker is the right one. Lock the breaker, or tag it."
        OPEN = "Boxes are open. Keep hands and tools out while the power is on."

        def told(situation)
          return "Turn breaker #{self["device"]} off", other(situation) || OFF, nil if self["to"] == "off"

          [
            "Turn breaker #{self["device"]} on",
            "Every loose end is capped. Nobody is at the boxes.",
            (OPEN if situation.opened.any?)
          ]
        end

        # Why the breaker of another circuit goes off too
        # @return [String, nil] nil for a breaker that no earlier visit found
        def other(situation)
          boxes =
            situation.job.boxes.map(&:id).select { |id| situation.remembered_breakers(id).include?(self["device"]) }
          return if boxes.empty?

          names = boxes.map { |id| "the #{Naming.place(id)} box" }
          "It kept wires live in #{Naming.list(names)} on an earlier visit. Lock it too, or tag it."
        end

        def refused(_situation) = "breaker #{self["device"]} could not be switched #{self["to"]}"
      end
    end
  end
end
