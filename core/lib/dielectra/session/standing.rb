# frozen_string_literal: true

module Dielectra
  module Session
    # Where a person would stand some steps ahead, and the minutes it took to get there: enough of a situation to price
    # what comes after.
    Standing = Struct.new(:at, :power, :open, :dead, :minutes) do
      def self.of(situation)
        dead = situation.opened.keys.select { |place| situation.proved_dead?(place) }
        power = situation.off? ? :off : (situation.power == "on" ? :on : :unknown)
        new(situation.at, power, situation.opened.keys.sort, dead.sort, 0.0)
      end

      def key = [at, power, open, dead]

      def spend(more) = Standing.new(at, power, open, dead, minutes + more)

      def moved(place, costs, job)
        return self if place == at

        Standing.new(place, power, open, dead, minutes + costs.walk(at, place, job))
      end

      # Off at the panel, if it is not off yet.
      def switched_off(costs, job)
        return self if power == :off

        there = moved(job.panel.id, costs, job)
        Standing.new(there.at, :off, open, [], there.minutes + costs["breaker"])
      end

      # On at the panel, if it is not on yet.
      def switched_on(costs, job)
        return self if power == :on

        there = moved(job.panel.id, costs, job)
        Standing.new(there.at, :on, open, [], there.minutes + costs["breaker"])
      end

      # Before an open box that is proved dead.
      def hands_in(place, costs, job)
        there = switched_off(costs, job).moved(place, costs, job)
        entry = open.include?(place) ? 0.0 : costs.opening(job.place(place))
        proof = there.dead.include?(place) ? 0.0 : costs["prove_dead"]
        Standing.new(place, :off, open | [place], there.dead | [place], there.minutes + entry + proof)
      end
    end
  end
end
