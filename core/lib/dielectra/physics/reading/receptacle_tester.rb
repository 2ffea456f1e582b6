# frozen_string_literal: true

module Dielectra
  module Physics
    class Reading
      # Three lamps in a plug: whether hot, neutral and ground of a receptacle are found, open or reversed.
      class ReceptacleTester < Reading
        LAMPS = 3_000

        def theory
          reversed = full?(neutral, ground) && !full?(hot, ground)
          {
            "hot" => reversed ? "reversed" : (full?(hot, neutral) || full?(hot, ground) ? "found" : "open"),
            "neutral" => reversed ? "reversed" : (full?(hot, neutral) ? "found" : "open"),
            "ground" => full?(hot, ground) || reversed ? "found" : "open"
          }
        end

        def likelihood(answer) = Uncertainty.matches(theory, answer.slice("hot", "neutral", "ground"))

        private

        def device
          found = @network.circuit.device(@points.first)
          found&.kind&.name == "receptacle" ? found : raise(InvalidInput, "#{@points.first} is not a receptacle.")
        end

        def hot = device.point("hot_1")

        def neutral = device.point("neutral_1")

        def ground = device.point("ground")

        def full?(one, other) = @network.volts(one, other, meter: LAMPS) >= supply * Uncertainty::FULL
      end
    end
  end
end
