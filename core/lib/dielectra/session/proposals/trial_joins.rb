# frozen_string_literal: true

module Dielectra
  module Session
    # A trial join: with the power off, one loose conductor is joined to the one that is known to be line. Then the
    # power comes on, and whoever watches sees which load comes on.
    class TrialJoins < Proposal
      # Posterior above which a conductor counts as the line
      LINE = 0.95

      # @return [Array<Action>]
      def to_a
        return looks if joined?

        @now.workable.flat_map { |place| loose(place).flat_map { |joint| trial(place, joint) } }.compact
      end

      private

      # Whether conductors were joined, and the power has not been on since
      def joined? =
        @situation.off? && @now.arrangement != Evidence::Arrangement.as_found &&
          @now.belief.observations.none? { |seen| seen.what == :lamp && seen.arrangement == @now.arrangement }

      # The second half of a trial: power on, and a look
      def looks
        return [] if unfit?(@now.arrangement)

        step = @approach.power { |looking| looking.step(:watch) }
        [action(@now.arrangement, @work_state) { step }].compact
      end

      # Each loose conductor with the line of its box
      # @return [Array<Array<String>>]
      def loose(place)
        wires = @situation.conductors(place) - @situation.joints(place).flatten
        lines, others = wires.partition { |point| line?(point) }
        others.size > 1 ? lines.first(1).product(others) : []
      end

      def line?(point)
        share =
          @now.hypotheses.each_with_index.sum do |one, number|
            live = @now.prediction.standing(one, @now.arrangement, point).line
            @expected_cost.weights[number] * @now.prediction.shares(one, @now.toggles).of(live)
          end
        share >= LINE
      end

      def trial(place, joint)
        now = @situation.joints(place)
        joints = Evidence::Arrangement.joined(now, joint)
        arrangement = @now.world.same(@situation.arrangement.with_joints(place, from: now, to: joints))
        return if @now.visited.include?(arrangement) || unfit?(arrangement)

        work = Evidence::Arrangement.changed(now, joints).size * @costs["arrange_point"]
        action(arrangement, hands_in(place).spend(work)) do
          @approach.hands(place) { |hands| hands.step(:arrange, joints:) }
        end
      end

      # Whether an arrangement must not be energized yet
      def unfit?(arrangement) = @permits.hazard(arrangement) >= Permits::HAZARD || @permits.blind?(arrangement)

      # @param there [WorkState] with all joined
      # @yieldreturn [Step, nil]
      def action(arrangement, there)
        there = there.switched_on(@costs, @job).spend(@costs["watch"])
        @now.action(:trial, arrangement, there, @now.lights(arrangement, @now.toggles), yield)
      end
    end
  end
end
