# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a breaker looked for.
      class FindBreaker < Words
        def told(situation)
          title, detail, caution = self["load"] ? by_load(situation) : by_point(situation)
          helper = situation.job.helper
          [title, detail, [caution, ("#{helper} switches, you watch." if helper)].compact.join(" ")]
        end

        def choices(_session) = []

        def answered(answer, _region)
          return "none found" unless answer["device"]

          answer["amps"] ? "#{answer["device"]}, #{answer["amps"].round} A" : answer["device"]
        end

        def refused(situation)
          return "the breaker of #{Naming.load(self["load"], situation.job)} could not be found" if self["load"]

          "the breaker behind #{Naming.point(self["point"])} in the #{box(situation)} box could not be found"
        end

        private

        def by_point(situation)
          [
            "Find the breaker that feeds #{Naming.point(self["point"])}",
            "In the #{box(situation)} box it stays live with #{Naming.list(situation.concerned)} off. " \
              "Turn off one breaker after the other until it goes dead. Turn each wrong one back on at once. " \
              "Leave the right one off, and lock it.",
            "Keep hands out of the box. Somebody watches the tester there, or a plug-in tracer does."
          ]
        end

        def by_load(situation)
          name = Naming.load(self["load"], situation.job)
          [
            "Find the breaker that feeds #{name}",
            "It stays on with #{Naming.list(situation.job.listed_breakers)} off. " \
              "Turn off one breaker after the other until it goes out. " \
              "Turn each wrong one back on at once. Leave the right one off, and lock it.",
            "Somebody watches #{name} meanwhile."
          ]
        end

        def box(situation) = Naming.place(situation.place_of_point(self["point"]))
      end
    end
  end
end
