# frozen_string_literal: true

module Dielectra
  module Presentation
    module Steps
      # Words for a toggle moved without being thrown.
      class Wiggle < Watch
        def told(situation)
          [
            "Wiggle the #{place(situation)} toggle without throwing it",
            "Cover on. Press it sideways and watch the light. Listen for crackling, smell for heat.",
            nil
          ]
        end

        def choices(session)
          loads = session.job.goal.loads
          [
            ["Steady, on", { "loads" => all(loads, "on") }, :steady],
            ["Steady, off", { "loads" => all(loads, "off") }, :steady],
            ["It flickers", { "loads" => all(loads, "flickers") }, :flickers]
          ]
        end
      end
    end
  end
end
