# frozen_string_literal: true

module Dielectra
  module Session
    # A breaker that was said to trip, and everything works: it is left on for a while with the loads on, before the job
    # is called done. What is too much for it shows only then.
    class HoldCheck < Rule
      # Minutes that a breaker takes to trip on somewhat too much
      MINUTES = 10
      # Probability of that from which the wait is worth it
      SUSPECTED = 0.02

      # @return [Step, nil]
      def step
        return unless @belief.world.tripping? && @situation.power == "on" && (suspected? || relieved?) && !held?

        there = lit
        wait = @session.permits.looking.step(:wait, minutes: MINUTES)
        return if @situation.declined?(wait.to_h)

        there ? @session.approach.toggled(there) { wait } : wait
      end

      private

      def suspected? = @belief.probability(&:slow) >= SUSPECTED

      # Whether something was unplugged, which has to be shown to help
      def relieved? = @situation.arrangement.unplugged.any? && best&.slow

      def held? =
        @belief.observations.any? do |seen|
          seen.what == :held && seen.arrangement == @arrangement && seen.reading == "on"
        end

      # Toggles under which most was seen on
      def lit
        goal = @session.job.goal
        raised, light = @session.proof.seen.max_by { |_, seen| goal.states(seen).count("on") }
        raised if raised && light && raised.values.none?(&:nil?)
      end
    end
  end
end
