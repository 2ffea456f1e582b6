# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # Amperes around one conductor
      class ClampMeter < Reading
        # Amperes, and share of the reading, that a clamp may be off
        OFF = 0.2
        SHARE_OFF = 0.05

        def theory = { "amps" => amps.round(2) }

        def likelihood(answer) = Uncertainty.matches(true, (answer["amps"] - amps).abs <= OFF + (amps * SHARE_OFF))

        private

        def amps = @amps ||= @network.clamped(@points.first)
      end
    end
  end
end
