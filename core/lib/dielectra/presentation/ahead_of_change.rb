# frozen_string_literal: true

module Dielectra
  module Presentation
    # The work left in a change before the rewire begins. Counts the new runs, boxes and devices of the likeliest plan.
    class AheadOfChange < Ahead
      private

      def plan = @plan ||= way.rewire

      # The likeliest way
      # @return [Repair::ChangePlan]
      def way = ways.first.first

      # @return [Array<Array(Repair::ChangePlan, Float)>] the ways that there are, likeliest first, each with its
      #   probability
      def ways = @ways ||= @session.change_plans.select { |plan, _| plan.possible? }

      # The mean of the ways
      def minutes = ways.sum { |plan, share| plan.minutes * share } / ways.sum(&:last)

      def spread
        prices = ways.map { |plan, share| [plan.minutes, share / ways.sum(&:last)] }.sort
        [at(prices, 0.05), at(prices, 0.95)]
      end

      def legs
        *rewire, proof = super
        at = rewire.index { |title, _| title.start_with?("Rewire") } || rewire.size
        [*rewire.first(at), *work_of_change, *rewire.drop(at), proof]
      end

      def hands? = super || way.work.any?

      # New boxes, runs and devices, in working order
      def work_of_change = way.work.map { |step| [Instruction.of(step, @situation)["title"], nil] }

      def combinations = "#{@session.asked.after.goal.combinations.size} to watch"
    end
  end
end
