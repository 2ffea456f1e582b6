# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a breaker looked for.
      class FindBreaker < Words
        def told(situation)
          [
            "Find the breaker of #{Naming.point(self["point"])}",
            "In the #{box(situation)} box it stays live with #{Naming.list(situation.breakers.keys)} off. " \
              "Turn off one breaker after the other until it goes dead.",
            nil
          ]
        end

        def choices(_session) = []

        def answered(answer, _region) = answer["device"] || "none found"

        def refused(situation) =
          "the breaker behind #{Naming.point(self["point"])} in the #{box(situation)} box could not be found"

        private

        def box(situation) = Naming.place(situation.place_of_point(self["point"]))
      end
    end
  end
end
