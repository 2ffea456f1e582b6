# frozen_string_literal: true

module Dielectra
  module Session
    # A circuit obeys and is right, but it is open which of two conductors is line and which is load: the live readings
    # that settle it for the record, while the box is open and the power is on.
    class RoleCheck < Rule
      # Posterior above which a role is settled
      AGREED = 0.97
      # Information gain about the roles, in bits, that a reading needs
      TELLING = 0.1
      # Minutes that it may cost.
      REACH = 1.2
      # Hypotheses asked, and their least share of the posterior
      LEADING = 40
      SHARE = 0.998

      # One reading: where, with what, how the toggles stand for it, its minutes, and how likely a yes is under each
      # hypothesis
      Reading = Struct.new(:place, :tool, :points, :toggles, :minutes, :yes)

      # @return [Step, nil] the reading that tells most about the roles for its minutes; nil where none is worth it
      def step
        return if disputed.empty?

        best =
          readings
            .select { |reading| telling(reading) >= TELLING }
            .max_by { |reading| telling(reading) / reading.minutes } or return
        @session
          .approach
          .live(best.place) do |live|
            @session.approach.toggled(best.toggles.positions) { live.step(:probe, tool: best.tool, at: best.points) }
          end
      end

      private

      def hypotheses = @hypotheses ||= @belief.leading(share: SHARE, most: LEADING)

      # Conductors whose role is disputed
      def disputed =
        @disputed ||=
          Diagnosis::Findings.weighed(hypotheses, roles).reject { |_, shares| shares.values.max >= AGREED }.keys

      def points = @situation.opened_boxes.flat_map { |place| @situation.conductors(place) }

      def roles =
        @roles ||=
          hypotheses.map { |hypothesis| Diagnosis::Roles.new(@belief.world, hypothesis, @situation).of(points) }

      def readings
        @readings ||=
          @situation.opened_boxes.flat_map do |place|
            ways(place).flat_map do |toggles, minutes|
              @situation.conductors(place).filter_map { |point| reading(place, point, toggles, minutes) }
            end
          end
      end

      # The toggles as they stand, and with the local one thrown, each with the minutes to get there
      def ways(place)
        costs = @session.costs
        walk = place == @situation.at ? 0.0 : costs["walk"]
        here = costs["probe"] + walk
        ways = [[toggles, here], [thrown(place), here + costs["set"]]]
        ways.select { |toggles, minutes| toggles && minutes <= REACH }
      end

      def reading(place, point, toggles, minutes)
        tool, points = @situation.live_reading(place, point)
        return if tool.nil? || taken?(tool, points, toggles)

        Reading.new(
          place,
          tool,
          points,
          toggles,
          minutes,
          hypotheses.map { |hypothesis| shown(hypothesis, toggles, tool, points) }
        )
      end

      def shown(hypothesis, toggles, tool, points)
        at = @belief.prediction.standing(hypothesis, @arrangement, points.first)
        shares = @belief.prediction.shares(hypothesis, toggles)
        live = shares.of(at.line)
        unless tool == "ncv"
          return (live * Physics::Uncertainty.matches(true, true)) + ((1 - live) * Physics::Uncertainty.error)
        end

        floating = shares.of(@belief.world.every & ~at.line & ~at.neutral)
        (live * Physics::Uncertainty.matches(true, true)) + (floating * Physics::Uncertainty.floating_glow(true)) +
          ((1 - live - floating) * Physics::Uncertainty.error)
      end

      # Information gain of a reading about the roles, in bits
      def telling(reading) = (@telling ||= {}.compare_by_identity)[reading] ||= question.information_gain(reading.yes)

      def question =
        @question ||= OpenQuestion.new(roles.map { |named| named.values_at(*disputed) }, hypotheses.map(&:weight))
    end
  end
end
