# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # A non-contact detector: glows where a point is tied through less than 100 kΩ to 90 V or more against earth, and
      # now and then at a conductor that floats beside a live one.
      class Detector < Reading
        SOURCE = 90

        def theory = { "reads" => glow? ? "glow" : "dark" }

        def likelihood(answer)
          glow = answer["reads"] == "glow"
          return Uncertainty.floating_glow(glow, ghosts(point).clamp(Uncertainty.error, 1)) if @network.floating?(point)
          return 0.5 if @network.live?(point) && !glow?

          Uncertainty.matches(glow?, glow)
        end

        def sample(random)
          ghost = !glow? && random.rand < ghosts(point)
          ghost ? { "reads" => "glow" } : theory
        end

        private

        def point = @points.first

        def glow? = @network.live?(point) && @network.potential(point).abs >= SOURCE
      end
    end
  end
end
