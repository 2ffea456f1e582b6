# frozen_string_literal: true

module Dielectra
  module Session
    # The state of the work some steps ahead, and the minutes to get there: enough of a situation to price what comes
    # after.
    WorkState =
      Struct.new(:at, :power, :open, :dead, :live, :minutes) do
        def self.of(situation)
          dead = situation.opened.keys.select { |place| situation.proved_dead?(place) }
          power = situation.off? ? :off : (situation.power == "on" ? :on : :unknown)
          new(
            situation.at,
            power,
            situation.opened.keys.sort,
            dead.sort,
            situation.opened.keys.select { |place| situation.second_circuit?(place) }.sort,
            0.0
          )
        end

        def key = [at, power, open, dead, live]

        def spend(more) = WorkState.new(at, power, open, dead, live, minutes + more)

        def moved(place, costs, job)
          return self if place == at

          WorkState.new(place, power, open, dead, live, minutes + costs.walk(at, place, job))
        end

        # The breaker off, at the panel
        def switched_off(costs, job)
          return self if power == :off

          there = moved(job.panel.id, costs, job)
          WorkState.new(there.at, :off, open, [], live, there.minutes + costs["breaker"])
        end

        # The breaker on, at the panel
        def switched_on(costs, job)
          return self if power == :on

          there = moved(job.panel.id, costs, job)
          WorkState.new(there.at, :on, open, [], live, there.minutes + costs["breaker"])
        end

        # Hands in an open box that is proved dead. If another circuit keeps it live, its breaker is found and turned
        # off first.
        def hands_in(place, costs, job)
          there = switched_off(costs, job)
          there = there.second_circuit_off(place, costs, job) if live.include?(place)
          there = there.moved(place, costs, job)
          entry = open.include?(place) ? 0.0 : costs.opening(job.place(place))
          proof = there.dead.include?(place) ? 0.0 : costs["prove_dead"]
          WorkState.new(place, :off, open | [place], there.dead | [place], there.live, there.minutes + entry + proof)
        end

        def second_circuit_off(place, costs, job)
          there = moved(job.panel.id, costs, job)
          WorkState.new(
            there.at,
            :off,
            open,
            dead,
            live - [place],
            there.minutes + costs["find_breaker"] + costs["breaker"]
          )
        end
      end
  end
end
