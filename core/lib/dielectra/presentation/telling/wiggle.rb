# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a toggle moved without being thrown.
      class Wiggle < Watch
        def told(situation)
          [
            "Wiggle the #{Naming.switch(self["device"], situation.job)} toggle without throwing it",
            "Cover on. Press it sideways and watch the light. Listen for crackling, smell for heat.",
            nil
          ]
        end

        def choices(session)
          loads = session.job.goal.loads
          return several(session, loads) if session.job.goal.groups.size > 1

          [
            ["Steady, on", { "loads" => all(loads, "on") }, :steady],
            ["Steady, off", { "loads" => all(loads, "off") }, :steady],
            ["It flickers", { "loads" => all(loads, "flickers") }, :flickers]
          ]
        end

        private

        # Of several groups each may flicker. Steady, they are as they were seen last.
        def several(session, loads)
          last = session.log.filter_map { |entry| entry.answer["loads"] }.last || {}
          steady = loads.to_h { |load| [load.id, session.job.goal.light_of({ "loads" => last }, load.id) || "off"] }
          names = Naming.groups(session.job.goal)
          flickering =
            session
              .job
              .goal
              .groups
              .zip(names)
              .map do |group, name|
                ["#{name.capitalize} flickers", { "loads" => steady.merge(all(group.loads, "flickers")) }, :flickers]
              end
          [["All steady", { "loads" => steady }, :steady], *flickering]
        end
      end
    end
  end
end
