# frozen_string_literal: true

module Dielectra
  module Practice
    # Cost of a fixed procedure in a generated house, as a baseline. It takes every switch box apart, finds the line
    # live, pairs the travelers, tests every device, puts everything back and proves it. A variant replaces devices like
    # for like first. Priced step by step from what is in the boxes, not played.
    class FixedProcedure
      # Faults that replacing a device like for like repairs
      REPAIRED_BY_DEVICE = %i[
        contact_stuck_open
        contact_stuck_closed
        contact_resistive
        contact_intermittent
        marks_wrong
      ].freeze

      # @param scenario [Scenario]
      def initialize(scenario, costs: Evidence::Costs.new)
        @scenario = scenario
        @job = scenario.job
        @circuit = scenario.circuit
        @costs = costs
      end

      # @return [Float] minutes of taking everything apart
      def minutes
        apart + other_breaker + line_search +
          (@scenario.trouble == :no_supply ? 0.0 : pairing + devices + together + proof)
      end

      # @return [Integer] walks to the panel in that
      def walks = @scenario.trouble == :no_supply ? 2 : 4

      # @return [Float] minutes with new devices tried first
      def minutes_replacing_first
        first = trip + switches.sum { |place| entry(place) + @costs["replace"] } + between(switches) + trip + proof
        REPAIRED_BY_DEVICE.include?(@scenario.trouble) ? first : first + minutes
      end

      private

      def trip = @costs["walk_panel"] + @costs["breaker"]

      def switches = @job.goal.controls.map(&:place)

      # Another circuit shows when its box is tested: back to the panel for its breaker, and the test once more
      def other_breaker
        return 0.0 unless @scenario.kept_live?(switches)

        @costs["find_breaker"] + (2 * @costs["breaker"]) + (2 * @costs["walk_panel"]) + @costs["prove_dead"]
      end

      def between(places) = @costs["walk"] * (places.size - 1)

      def entry(place) = @costs.opening(@job.place(place)) + @costs["prove_dead"]

      def joined(place) =
        @circuit
          .joints
          .map(&:points)
          .select { |points| @circuit.place_of(points.first) == place && points.size > 1 }
          .sum(&:size)

      # Insulated conductors that end in a place.
      def conductors(place) = @circuit.cable_ends(place).sum { |cable_end| cable_end.insulated.size }

      def apart
        trip + @costs["walk_panel"] +
          switches.sum { |place| entry(place) + (joined(place) * @costs["arrange_point"]) } + between(switches)
      end

      # Power on, detector on every conductor, power off, every box proved dead again
      def line_search
        (2 * trip) + (2 * @costs["walk_panel"]) +
          switches.sum { |place| (conductors(place) * @costs["probe"]) + @costs["prove_dead"] } +
          (2 * between(switches))
      end

      # Between neighbors in the chain: twice two conductors joined here, looked for there, let loose again.
      def pairing
        look = (4 * @costs["arrange_point"]) + (2 * @costs["walk"]) + (2 * @costs["probe"])
        (switches.size - 1) * 2 * look
      end

      def devices
        bad =
          REPAIRED_BY_DEVICE.include?(@scenario.trouble) || @scenario.trouble == :wrong_device ? @costs["replace"] : 0.0
        (switches.size * 2 * (@costs["bench"] + @costs["set"])) + between(switches) + bad
      end

      def together
        points = switches.sum { |place| conductors(place) * 2 }
        (points * @costs["arrange_point"]) + between(switches)
      end

      # Power on, every combination watched once; a lamp that stays dark is renewed last.
      def proof
        states = @job.goal.combinations.size
        renewed = @scenario.trouble == :lamp_burnt ? @costs["replace"] + @costs["walk"] : 0.0
        trip + @costs["walk_panel"] + (states * @costs["watch"]) + ((states - 1) * @costs["set"]) +
          (@job.goal.controls.size > 1 ? (states / 2.0) * @costs["walk"] : 0.0) + renewed
      end
    end
  end
end
