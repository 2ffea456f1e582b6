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

        def initialize(change, key)
          super(change.rewire || IMPOSSIBLE)
          @change = change
          @key = key
        end

        # @return [Boolean] whether the rewire can begin: boxes, runs and devices are in
        def ready? = @change.work.empty? && __getobj__.ready?
      end

      # @param planner [Repair::ChangePlanner]
      def initialize(planner)
        @planner = planner
        @known = {}.compare_by_identity
      end

      # @return [Labeled]
      def plan(hypothesis, situation)
        change = @planner.plan(hypothesis, situation)
        @known[change] ||= Labeled.new(change, change.key(situation.opened.keys))
      end

      IMPOSSIBLE = Repair::Plan.new(obstacle: Diagnosis::Deviation.new(kind: :old_scheme))
      private_constant :IMPOSSIBLE
    end
  end
end
