# frozen_string_literal: true

module Dielectra
  module Session
    # The one answer on which it hangs that a job is given up: it is asked for once more before anybody is sent away.
    class SecondLook
      LIVE = %i[voltage low_z ncv].freeze
      DEAD = %i[continuity resistance].freeze

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @belief = session.belief
        @situation = session.situation
      end

      # @param plan [Repair::Plan] the plan that would be given up with
      # @return [Step, nil] the way to the answer that alone speaks against the likeliest hypothesis that could be mended
      def step(plan)
        other = @belief.hypotheses.find { |hypothesis| @session.planner.plan(hypothesis, @situation).obstacle.nil? } or return
        against = @belief.misfits(other) - @belief.misfits(@belief.hypotheses.first)
        ask(against.first) if against.one? && plan.obstacle && askable?(against.first)
      end

      private

      # A reading that was taken once, with everything joined as it still is.
      def askable?(seen)
        (LIVE + DEAD).include?(seen.what) && seen.toggles.one? && seen.arrangement == @situation.arrangement &&
          @belief.observations.count { |other| other.what == seen.what && other.at == seen.at && other.arrangement == seen.arrangement } < 2
      end

      def ask(seen)
        approach = Approach.new(@situation, @session.permits)
        place = @situation.place_of_point(seen.at.first)
        raised = seen.toggles.first
        return approach.hands(place) { |hands| approach.toggled(raised) { hands.probe(seen.what.to_s, seen.at) } } if DEAD.include?(seen.what)

        approach.live(place) { |live| approach.toggled(raised) { live.probe(seen.what.to_s, seen.at) } }
      end
    end
  end
end
