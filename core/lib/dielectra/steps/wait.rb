# frozen_string_literal: true

module Dielectra
  module Steps
    # Nothing touched for some minutes, then a look: what is too much for a breaker has tripped it.
    class Wait < Watch
      FIELDS = { "minutes" => { "type" => "number", "minimum" => 1, "maximum" => 60 } }.freeze

      def minutes(_situation, _costs) = fields["minutes"].to_f

      def stirs(situation) = situation.stirred

      def answer_from(house) = house.wait(fields["minutes"])

      private

      # Whether the breaker held says something of what it carries; the lights are seen as at any look.
      def seen(situation)
        held = situation.breakers.values_at(*situation.job.breakers).all?("on")
        return super unless held

        breaker = breaker(answer["breakers"] || {}, situation)
        found = [sighting(:held, nil, breaker, minutes: fields["minutes"])]
        return found unless breaker == "on"

        found + Evidence::Sighting.lights(answer, situation.job) + Evidence::Sighting.beyond(answer, situation.job)
      end
    end
  end
end
