# frozen_string_literal: true

module Dielectra
  module Session
    # Everything in a box apart and capped, so that it can be energized and searched live: where nothing else tells.
    class TakingApart < Proposal
      # @return [Array<Action>] none where not even everything apart could be energized
      def to_a
        if @permits.hazard(@now.workable.reduce(@situation.arrangement) { |all, place| apart(all, place) }) >= HAZARD
          return []
        end

        @now.workable.filter_map do |place|
          joints = @situation.joints(place)
          left = left(place)
          next if same?(left, joints) || @now.visited.include?(apart(@situation.arrangement, place))

          there = hands_in(place).spend(joints.flatten.size * @costs["arrange_point"])
          step = @approach.hands(place) { |hands| hands.step(:arrange, joints: left) } or next
          value = there.minutes + @expected_cost.now(there)
          Action.new(purpose: :apart, subject: place, minutes: there.minutes, value:, step:, answers: nil)
        end
      end

      private

      # Probability of a hazard above which a breaker stays off
      HAZARD = Permits::HAZARD
      private_constant :HAZARD

      def apart(arrangement, place)
        left = left(place)
        joints = @situation.joints(place)
        same?(left, joints) ? arrangement : arrangement.with_joints(place, from: joints, to: left)
      end

      def same?(one, other) = Evidence::Arrangement.canonical(one) == Evidence::Arrangement.canonical(other)

      # What stays joined
      def left(place) = @situation.joints(place).select { |joint| joint.none? { |point| mine?(place, point) } }

      # Insulated conductors of the circuit come apart; grounds and another circuit stay.
      def mine?(place, point) = @situation.conductors(place).include?(point)
    end
  end
end
