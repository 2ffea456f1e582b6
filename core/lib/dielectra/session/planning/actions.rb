# frozen_string_literal: true

module Dielectra
  module Session
    # Everything worth doing next, each with what the rest of the job would be expected to cost. What could be done is
    # proposed by proposals/: looks at the light, boxes to open, readings, repairs. One step ahead in knowledge, the
    # whole way in walking.
    class Actions
      # Minutes a question has to save beyond its cost, and minutes a look has to save
      LEAST_GAIN = 0.02
      # Minutes by which the best action has to exceed the lower bound before more expensive questions are weighed
      OUT_OF_REACH = 1.0
      # Share of its minutes that a dear question has to save.
      DEAR = 0.5
      # Share of the likeliest repair above which nothing is joined for a trial.
      SETTLED = 0.7

      # @return [ExpectedCost]
      attr_reader :expected_cost
      # @return [WorkState]
      attr_reader :work_state

      # @param circumstances [Circumstances]
      # @param opening [Boolean] whether further boxes may be opened
      def initialize(circumstances, opening: true)
        @opening = opening
        @now = circumstances
        @situation = circumstances.situation
        @expected_cost = circumstances.expected_cost
        @work_state = circumstances.work_state
      end

      # @return [Array<Action>] best first
      def all
        found =
          [Looks, *(Openings if @opening), Bulbs, DeadReadings, PartedJoints, LiveReadings].flat_map do |kind|
            kind.new(@now).to_a
          end
        found += Repairs.new(@now).beside(found.select { |action| worthwhile?(action) }.map(&:value).min)
        found += JoinedPairs.new(@now).to_a if @situation.opened.size > 1 && !settled?(found)
        found += TrialJoins.new(@now).to_a unless settled?(found)
        sorted(found)
      end

      # @return [Action, nil] the best of the questions that save more than they cost, as things stand
      def worth_asking
        all
          .select { |action| action.answers && action.value < @expected_cost.now(@work_state) - LEAST_GAIN }
          .min_by(&:value)
      end

      # @return [Array<Action>] readings and looks that can be taken, unsorted
      def questions = [Looks, DeadReadings, LiveReadings].flat_map { |kind| kind.new(@now).to_a }.select(&:answers)

      # @return [Array<Action>] readings for which something is joined first
      def trials = JoinedPairs.new(@now).to_a.select(&:answers)

      # @return [Array<Action>] boxes to be taken apart, where nothing else tells
      def taken_apart = TakingApart.new(@now).to_a

      # @return [Float] probability that the circuit is as it should be, as things stand
      def sound = @sound ||= @now.belief.probability { |hypothesis| sound?(hypothesis) }

      def sound?(hypothesis) = @now.soundness.sound?(hypothesis, @situation.arrangement)

      private

      # What is worthwhile, then what is not.
      def sorted(found)
        possible = found.reject { |action| action.step.nil? || (action.step != :stop && declined?(action)) }
        worthwhile, idle = possible.partition { |action| worthwhile?(action) }
        helping, idle = idle.partition { |action| helpful?(action, worthwhile) }
        worthwhile += helping
        worthwhile = taken_apart if worthwhile.empty? && found.none? { |action| action.purpose == :refused }
        worthwhile.sort_by(&:value) + idle.sort_by(&:value)
      end

      # A combination that has to be watched is looked at once more though one was unsure of it.
      def declined?(action) =
        @situation.declined?(action.step.to_h, action.purpose == :prove ? Evidence::Refusals::LOOKS : 1)

      # A reading has to save more than it costs; what opens the way to others, or is done for its own sake, need not.
      # Of looks several together tell more than one: one of them has to tell something, and need not pay for itself.
      def worthwhile?(action)
        now = @expected_cost.now(@work_state)
        case action.purpose
        when :continuity, :join, :trial, :part, :volts, :detect, :lamp
          action.value < now - LEAST_GAIN
        when :watch, :throw, :wiggle
          action.value < now + action.minutes - LEAST_GAIN
        else
          true
        end
      end

      # Where nothing that could be done comes near what is hoped for, a question is asked that tells something, though
      # dearly.
      def helpful?(action, worthwhile)
        now = @expected_cost.now(@work_state)
        best = worthwhile.map(&:value).min
        return false if action.answers.nil? || (best && best < now + OUT_OF_REACH)

        saved = now + action.minutes - action.value
        saved > DEAR * action.minutes && (best.nil? || action.value < best)
      end

      # Whether what was found so far is better than anything that could be joined: a repair that can be carried out
      # and is most likely the right one.
      def settled?(found) = %i[repair prove].include?(found.min_by(&:value)&.purpose) && likeliest >= SETTLED

      def likeliest = @expected_cost.shares(@expected_cost.weights).max
    end
  end
end
