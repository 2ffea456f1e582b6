# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a box tested for voltage.
      class ProveDead < Words
        def told(situation)
          [
            "Prove the #{place(situation)} box dead",
            "Test a known live source, then every conductor and the metal, then the live source again.",
            "A tester that was not seen to work proves nothing."
          ]
        end

        def choices(_session) = [["All dead", { "live" => [] }, nil]]

        def answered(answer, _region) = answer["live"].empty? ? "dead" : "still live: #{answer["live"].join(", ")}"

        def refused(situation) = "the #{place(situation)} box could not be proved dead"
      end
    end
  end
end
