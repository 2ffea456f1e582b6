# frozen_string_literal: true

module Dielectra
  module Presentation
    module Telling
      # Words for a box tested for voltage.
      class ProveDead < Words
        def told(situation)
          on = ProveDead.tried(situation, self["place"])
          return trial(situation, on) if on

          ["Prove the #{place(situation)} box dead", how(situation), caution(situation)]
        end

        def choices(_session) = [["All dead", { "live" => [] }, nil]]

        def answered(answer, _region) = answer["live"].empty? ? "dead" : "still live: #{answer["live"].join(", ")}"

        # @return [String, nil] a listed breaker that is on for a test of a box, to see whether it feeds anything there
        def self.tried(situation, place)
          return unless situation.breaker_log.on_trial?(place)

          situation.job.listed_breakers.find { |id| situation.breakers[id] == "on" }
        end

        # Testers that prove a conductor dead
        TESTERS = %w[voltage low_z].freeze
        NO_TESTER =
          "No two-pole tester is listed for this job. A detector alone never proves dead. Fetch a two-pole tester, " \
            "category III, before you go on."
        UNPROVED = "A tester that was not seen to work proves nothing."
        private_constant :TESTERS, :NO_TESTER, :UNPROVED

        def refused(situation) = "the #{place(situation)} box could not be proved dead"

        private

        # The same test, of a box that need not be dead
        def trial(situation, breaker)
          found = situation.breaker_log.trial.found
          [
            "Test the #{place(situation)} box with breaker #{breaker} on",
            "#{found} stays off. Each conductor to ground, and the metal. What is live now, #{breaker} feeds.",
            "Hands out of the box: #{breaker} is on. Only the tester goes in."
          ]
        end

        def how(situation)
          ground =
            if situation.open?(self["place"]) && situation.grounds(self["place"]).empty?
              "There is no ground wire in this box: bring a known ground to it. "
            end
          "Two-pole tester, category III: a known live source; then each conductor to ground, each to every other, " \
            "and the metal; then the live source again. #{ground}".strip
        end

        def caution(situation) = TESTERS.any? { |tool| situation.job.tool?(tool) } ? UNPROVED : NO_TESTER
      end
    end
  end
end
