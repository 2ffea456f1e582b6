# frozen_string_literal: true

require "delegate"

module Dielectra
  module Session
    # Plans for a change in the place of repairs, so that questions are weighed by what the change hangs on.
    class ChangeLabels
      # A rewire that is told from others by the whole plan it belongs to
      class Labeled < SimpleDelegator
        # @return [Object] equal for plans that are the same work
        attr_reader :key

        def initialize(plan, key)
          super(plan)
          @key = key
        end
      end

      # @param planner [Repair::ChangePlanner]
      def initialize(planner)
        @planner = planner
        @known = {}.compare_by_identity
      end

      # @return [Labeled]
      def plan(hypothesis, situation)
        change = @planner.plan(hypothesis, situation)
        @known[change] ||= Labeled.new(change.rewire || IMPOSSIBLE, change.key(situation.opened.keys))
      end

      IMPOSSIBLE = Repair::Plan.new(obstacle: Diagnosis::Deviation.new(kind: :old_scheme))
      private_constant :IMPOSSIBLE
    end
  end
end
