# frozen_string_literal: true

module Dielectra
  module Session
    # Everything in a box apart and capped, so that it can be energized and searched live: where nothing else tells.
    class TakingApart < Proposal
      def to_a
        @now.workable.filter_map do |place|
          joints = @situation.joints(place)
          left = joints.select { |joint| joint.none? { |point| mine?(place, point) } }
          next if left.map(&:sort).sort == joints.map(&:sort).sort

          there = hands_in(place).spend(joints.flatten.size * @costs["arrange_point"])
          step = @approach.hands(place) { |hands| hands.step(:arrange, joints: left) } or next
          value = there.minutes + @expected_cost.now(there)
          Action.new(purpose: :apart, subject: place, minutes: there.minutes, value:, step:, answers: nil)
        end
      end

      private

      # Insulated conductors of the circuit come apart; grounds and another circuit stay.
      def mine?(place, point) = @situation.conductors(place).include?(point)
    end
  end
end
