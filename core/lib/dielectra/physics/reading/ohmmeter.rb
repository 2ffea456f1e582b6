# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # An ohmmeter; its leads add a little to what it measures.
      class Ohmmeter < Reading
        # Ohms, and share of the reading, that a meter in a hand may be off.
        OFF = 0.5
        SHARE_OFF = 0.1

        def theory = { "ohms" => ohms&.round(3) }

        def likelihood(answer)
          seen = answer["ohms"]
          return Uncertainty.matches(ohms.nil?, seen.nil?) if ohms.nil? || seen.nil?

          Uncertainty.matches(true, (seen - ohms).abs <= OFF + (ohms * SHARE_OFF))
        end

        def sample(_random) = { "ohms" => ohms && (ohms + @row["leads_ohms"]).round(2) }

        private

        def ohms = @network.ohms(*@points)
      end
    end
  end
end
