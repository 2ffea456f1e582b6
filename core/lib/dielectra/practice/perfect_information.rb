# frozen_string_literal: true

module Dielectra
  module Practice
    # Cost under perfect information: minutes to repair and prove a generated house for somebody who knows the fault. It
    # is the lower bound for everybody else.
    class PerfectInformation
      # Causes that name each trouble rightly, in the words of a conclusion.
      CAUSES = {
        exchanged: %w[miswired],
        apart_one: %w[miswired],
        apart_all: %w[miswired],
        wrong_device: %w[wrong_device],
        contact_stuck_open: %w[device_failed],
        contact_stuck_closed: %w[device_failed],
        contact_resistive: %w[device_failed],
        marks_wrong: %w[marks_wrong miswired],
        joint_open: %w[joint_open],
        lamp_burnt: %w[lamp],
        no_supply: %w[no_supply],
        conductor_open: %w[conductor_open],
        short: %w[short],
        two: %w[miswired],
        found_tripped: %w[no_supply],
        found_off: %w[no_supply],
        contact_intermittent: %w[device_failed],
        joint_intermittent: %w[joint_open]
      }.freeze
      # A breaker that only has to be switched on again
      FOUND = %i[found_tripped found_off].freeze
      # Points whose joint changes where two conductors change places, and where one joint is made up again.
      EXCHANGED = 4
      REMADE = 4

      # @param scenario [Scenario]
      def initialize(scenario, costs: Evidence::Costs.new)
        @scenario = scenario
        @job = scenario.job
        @costs = costs
      end

      # @return [Float] minutes of the shortest way
      def minutes
        return @costs["watch"] + @costs["walk"] + @costs["replace"] + proof(0.0) if trouble == :lamp_burnt

        there = 2 * (@costs["walk_panel"] + @costs["breaker"])
        return there if trouble == :no_supply
        return @costs["walk_panel"] + @costs["breaker"] + proof(@costs["walk_panel"]) if FOUND.include?(trouble)

        inside = @costs["walk_panel"] + places.sum { |place| entry(place) } + (@costs["walk"] * (places.size - 1))
        there + other_breaker + inside + work + (repairable? ? marks + proof(@costs["walk_panel"]) : 0.0)
      end

      # @return [Boolean] whether anything in reach can repair it
      def repairable?
        return false if trouble == :no_supply || @scenario.stuck_with_scheme?
        return true unless Scenario::BEYOND.include?(trouble)

        @scenario.spared?
      end

      # @param causes [Array<Hash>] of a conclusion
      # @return [Boolean] whether they name the trouble
      def named?(causes) = causes.any? { |cause| CAUSES.fetch(trouble).include?(cause["kind"]) }

      private

      def trouble = @scenario.trouble

      # Boxes to work in; all switch boxes for an obsolete scheme
      def places =
        if @scenario.old_scheme? && repairable?
          @scenario.faulty_places | @job.goal.controls.map(&:place)
        else
          @scenario.faulty_places
        end

      # White conductors there that are hot.
      def marks = places.sum { |place| @scenario.hot_whites(place) } * @costs["mark"]

      # The breaker of another circuit that comes through one of these boxes is found, turned off, and on again at the
      # end.
      def other_breaker = @scenario.kept_live?(places) ? @costs["find_breaker"] + (2 * @costs["breaker"]) : 0.0

      def entry(place) = @costs.opening(@job.place(place)) + @costs["prove_dead"]

      def work =
        mending +
          (
            if @scenario.old_scheme? && repairable?
              (places - @scenario.faulty_places).size * EXCHANGED * @costs["arrange_point"]
            else
              0.0
            end
          )

      def mending
        case trouble
        when :exchanged, :marks_wrong
          EXCHANGED * @costs["arrange_point"]
        when :joint_open, :joint_intermittent
          REMADE * @costs["arrange_point"]
        when :apart_one, :apart_all, :wrong_device
          joining
        when :two
          (EXCHANGED * @costs["arrange_point"]) + @costs["replace"]
        when :contact_stuck_open, :contact_stuck_closed, :contact_resistive, :contact_intermittent
          @costs["replace"]
        else
          0.0
        end
      end

      def joining
        points = places.sum { |place| @scenario.points_to_join(place) }
        (points * @costs["arrange_point"]) + (trouble == :wrong_device ? @costs["replace"] : 0.0)
      end

      # Every combination watched once, the walks between the switches included.
      def proof(walk)
        states = @job.goal.combinations.size
        walk + (states * @costs["watch"]) + ((states - 1) * @costs["set"]) +
          (@job.goal.controls.size > 1 ? (states / 2.0) * @costs["walk"] : 0.0)
      end
    end
  end
end
