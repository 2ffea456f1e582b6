# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # Sounds below 30 Ω: through copper and contacts, and through a cold filament of some sixty watts.
      class ContinuityTester < Reading
        def theory = { "reads" => @network.beep?(*@points, below: @row["beeps_below_ohms"]) ? "beep" : "silent" }

        def likelihood(answer)
          beeps = Uncertainty.beeps(@network.ohms(*@points), @row["beeps_below_ohms"])
          answer["reads"] == "beep" ? beeps : 1 - beeps
        end
      end
    end
  end
end
