# frozen_string_literal: true

module Dielectra
  module Session
    # Something that proposes actions. Each kind of action worth weighing is a subclass.
    class Proposal
      # @param circumstances [Circumstances]
      def initialize(circumstances)
        @now = circumstances
        @job = circumstances.job
        @situation = circumstances.situation
        @costs = circumstances.costs
        @permits = circumstances.permits
        @approach = circumstances.approach
        @expected_cost = circumstances.expected_cost
        @work_state = circumstances.work_state
      end

      # @return [Array<Action>]
      def to_a = raise(NotImplementedError)

      private

      def moved(place) = @work_state.moved(place, @costs, @job)

      def hands_in(place) = @work_state.hands_in(place, @costs, @job)
    end
  end
end
