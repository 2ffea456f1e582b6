# frozen_string_literal: true

require "delegate"

module Dielectra
  module Session
    # A session of a job that asks for a change to the house. It is a Survey until all is in and known, and Work from
    # then on. Where the house does not work as it is, a Restoration comes in between. It answers whatever a
    # troubleshooting session does.
    class Change < SimpleDelegator
      # @return [Evidence::Job] with the change asked for
      attr_reader :asked

      # @param asked [Evidence::Job] its steps are taken over as evidence
      # @raise [InvalidInput] for a job that is out of scope
      def initialize(asked, costs: Evidence::Costs.new)
        @asked = asked
        super(Survey.new(asked.with_steps([]), costs:))
        asked.steps.each { |step| record(step) }
      end

      # @see Troubleshooting#record
      def record(step)
        __getobj__.record(step)
        advance
        foresee if astray?(step)
        self
      end

      # @see Troubleshooting#catch_up
      def catch_up(taken, _tried) = taken.each { |step| record(step) }

      # @see Troubleshooting#next
      def next = advance.next

      # @return [Boolean] whether the house is still being got to know
      def surveying? = __getobj__.is_a?(Survey)

      # @return [Boolean] whether it is put right before it is changed
      def restoring? = __getobj__.is_a?(Restoration)

      private

      # Whether a box opened that the plan had left closed, and is not what it was taken for. Single open conductors
      # look alike: with them a plan is not made anew so late.
      def astray?(step) =
        step["do"] == "open" && __getobj__.is_a?(Work) && belief.hypotheses.empty? && !asked.single_conductors?

      # Nothing that was done reached into that box. So the change is planned anew, as if the box had been seen before
      # the work began, and what was done is taken for what it is. Where it would have been planned otherwise then, what
      # follows is a stop.
      def foresee
        planned = log.first(__getobj__.surveyed)
        at = last_off(planned) or return
        seen, done = log.drop(planned.size).partition { |entry| entry.kind == "open" && entry.done? }
        foreseen = [*planned.first(at), *seen, *planned.drop(at), *done]
        other = self.class.new(asked.with_steps(foreseen.map(&:fields)), costs:)
        __setobj__(other.__getobj__.accounted(self)) unless other.surveying?
      end

      # @return [Integer, nil] after how many steps, before the last of them, a box could be opened; nil where the power
      #   was never off
      def last_off(planned) = planned[..-2].rindex { |entry| entry.after.off? }&.succ

      def advance
        loop { __setobj__(following || break) }
        __getobj__
      end

      # @return [Troubleshooting, nil] the part that comes after this one, once this one is done
      def following
        if surveying?
          return Restoration.new(__getobj__) if __getobj__.to_be_restored?

          Work.new(__getobj__) if __getobj__.ready?
        elsif restoring? && restored?
          Survey.new(asked, costs: __getobj__.costs, after: __getobj__)
        end
      end

      def restored? = __getobj__.next.is_a?(Conclusion) && __getobj__.next.status == "solved"
    end
  end
end
