# frozen_string_literal: true

module Dielectra
  module Session
    # Everything in a box apart and capped, so that it can be read part by part, or energized and searched live: where
    # nothing else tells.
    class TakingApart < Proposal
      # @return [Array<Action>] none back to a way of joining that told nothing
      def to_a
        @now.workable.filter_map do |place|
          joints = @situation.joints(place)
          left = left(place)
          next if same?(left, joints)
          next if @now.visited.include?(@situation.arrangement.with_joints(place, from: joints, to: left))

          there = hands_in(place).spend(joints.flatten.size * @costs["arrange_point"])
          step = @approach.hands(place) { |hands| hands.step(:arrange, joints: left) } or next
          value = there.minutes + @expected_cost.now(there)
          Action.new(purpose: :apart, subject: place, minutes: there.minutes, value:, step:, answers: nil)
        end
      end

      private

      def same?(one, other) = Evidence::Arrangement.canonical(one) == Evidence::Arrangement.canonical(other)

      # What stays joined
      def left(place) = @situation.joints(place).select { |joint| joint.none? { |point| mine?(place, point) } }

      # Insulated conductors of the circuit come apart; grounds and another circuit stay.
      def mine?(place, point) = @situation.conductors(place).include?(point)
    end
  end
end
