# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # A meter of 10 MΩ, which shows ghosts, or a tester of 3 kΩ, which shows none.
      class Voltmeter < Reading
        # Volts, and share of the reading, that a meter in a hand may be off.
        OFF = 3.0
        SHARE_OFF = 0.08
        GHOSTLESS = 100_000

        def theory = { "volts" => volts.round(2) }

        def likelihood(answer)
          seen = answer["volts"]
          if floating
            return Uncertainty.floating_volts(seen / supply.to_f, shows_ghosts? ? ghosts(floating) : Uncertainty.error)
          end

          Uncertainty.matches(true, (seen - volts).abs <= OFF + (volts * SHARE_OFF))
        end

        def sample(random)
          return theory unless floating && shows_ghosts? && random.rand < ghosts(floating)

          { "volts" => Coupling.new(@network, floating).volts(@row["ohms"]).round(2) }
        end

        private

        def volts = @volts ||= @network.volts(*@points, meter: @row["ohms"])

        def shows_ghosts? = @row["ohms"] > GHOSTLESS

        # The one of the two points that hangs in the air, where it is one.
        def floating
          loose = @points.select { |point| @network.floating?(point) }
          loose.first if loose.one?
        end
      end
    end
  end
end
