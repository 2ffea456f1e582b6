# frozen_string_literal: true

module Dielectra
  module Steps
    # A look at the light and the breaker, the toggles as they stand.
    class Watch < Kind
      ANSWER = { "loads" => LIGHTS, "breakers" => BREAKERS, "also" => LIGHTS }.freeze
      NEEDED = %w[loads].freeze

      def permit = :looking

      def touches = :nothing

      def question? = true

      def depends_on_toggles? = true

      def stirs(_situation) = []

      def changes(situation, _number)
        seen = situation.breakers.merge((answer["breakers"] || {}).slice(*situation.breakers.keys))
        found = seen.compact.merge(situation.breakers_found)
        on = seen.values_at(*situation.job.breakers).include?("on")
        on ? { breakers: seen, breakers_found: found, dead: {} } : { breakers: seen, breakers_found: found }
      end

      def sightings(situation) = seen(situation)

      def answer_from(house) = { "loads" => house.loads, "breakers" => house.breakers }

      private

      # What the breakers of the job show together: on where all are
      def breaker(seen, situation)
        own = situation.job.breakers.map { |id| seen[id] || situation.breakers[id] || "on" }
        own.find { |position| position != "on" } || "on"
      end

      # The lights with one of two breakers off
      def parted(seen, situation)
        own = situation.job.breakers.map { |id| seen[id] || situation.breakers[id] }
        return [] unless own.sort_by(&:to_s) == %w[off on]

        fed = own.each_index.select { |number| own[number] == "on" }
        Evidence::Sighting.lights(answer, situation.job, :parted, fed:)
      end

      # The breaker, where it says something; and the lights, where it is on.
      def seen(situation, **more)
        breakers = answer["breakers"] || {}
        breaker = breaker(breakers, situation)
        told = breaker == "tripped" || (breaker == "on" && answer["breakers"])
        supply = told ? [sighting(:breaker, nil, breaker, found: situation.untouched?, **more)] : []
        return supply + parted(breakers, situation) unless breaker == "on"

        supply + Evidence::Sighting.lights(answer, situation.job, **more) +
          Evidence::Sighting.beyond(answer, situation.job, **more)
      end
    end
  end
end
