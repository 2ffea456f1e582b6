# frozen_string_literal: true

module Dielectra
  module Session
    # What comes next while a change is prepared: a step that is a rule of the work, a box that the change needs open, a
    # reading that settles how it is to be made, or the work itself.
    class SurveyDecision < Decision
      # Probability of a plan above which it is carried out, and above which a change is called impossible
      SURE = 0.97
      # Probability that is enough where nothing is left to ask
      SURE_ENOUGH = 0.6
      # Probability of what it would take above which that is said
      SURE_OF_NEED = 0.9
      # Minutes a reading may cost
      MOST_MINUTES = 8.0

      # @return [Boolean] whether all is in and known, so that the rewire can begin
      def ready? = @ready || false

      # @return [Boolean] whether the change can be made, as far as is known
      def possible? = !outcome.is_a?(ChangeConclusion)

      private

      # Nothing of the old circuit is repaired, proved or handed over here.
      def under_way = nil

      def concluded = nil

      def best
        try = ruled(:first_try, FirstTry.new(@session).step)
        return try if try

        plan, share = @session.change_plans.first
        return impossible(plan, share) unless plan.possible?

        (first_box if @session.disobeyed?) || opening(plan) || (halt(:refused_change) if refused?(plan)) ||
          settled(plan, share)
      end

      # Where a switch does not work: its box shows whether it was just let go
      def first_box
        closed = @session.job.controls.map(&:place).uniq.reject { |place| situation.open?(place) || given_up?(place) }
        ruled(:first_box, @session.approach.open(closed.first)) if closed.any? && situation.opened.empty?
      end

      # Whether a box that the plan needs cannot be opened, or something that it takes cannot be done
      def refused?(plan)
        plan.places.any? { |place| !situation.open?(place) && given_up?(place) } ||
          plan.work.any? { |step| situation.declined?(step) } || plan.rewire.tabs.any? { |tab| no_tab?(*tab) }
      end

      def no_tab?(device, tab) = situation.declined?({ "do" => "tab", "device" => device, "tab" => tab })

      # The nearest box that has to be open for a plan
      def opening(plan)
        closed = plan.places.reject { |place| situation.open?(place) || given_up?(place) }
        place = closed.min_by { |name| name == situation.at ? 0 : 1 }
        ruled(:for_change, @session.approach.open(place)) if place
      end

      def given_up?(place) = situation.declined?({ "do" => "open", "place" => place })

      def settled(plan, share)
        return carry_out(plan) if share >= SURE

        question(@session.search.questions) || other_box || trial ||
          (share >= SURE_ENOUGH ? carry_out(plan) : halt(:nothing_left))
      end

      # Of some actions the one that tells most about which plan it is
      def question(actions)
        asked = actions.reject { |action| action.step.nil? || action.step == :stop || undoing?(action.step) }
        asked = asked.select { |action| action.minutes <= MOST_MINUTES && bits(action) >= LEAST_BITS }
        @action = asked.max_by { |action| bits(action) / (action.minutes + 0.5) }
        @action&.step
      end

      # Something joined or taken apart so that readings tell
      def trial
        question(@session.search.trials) ||
          @session.search.taken_apart.reject { |one| situation.declined?(one.step.to_h) }.min_by(&:value)&.step
      end

      def bits(action) = @session.expected_cost.bits(action.answers)

      # A box that is still closed and that the change is about
      def other_box
        items = [*@session.asked.before.goal.controls, *@session.asked.before.goal.loads]
        closed = items.map(&:place).uniq.reject { |place| situation.open?(place) || given_up?(place) }
        place = closed.min_by { |name| @session.costs.opening(@session.job.place(name)) }
        ruled(:for_change, @session.approach.open(place)) if place
      end

      def carry_out(plan)
        step = plan.work.first
        return @ready = true unless step

        ruled(:change, work(step)) || halt(:refused_change)
      end

      # The way to a step that changes the house
      def work(step)
        fields = step.except("do").transform_keys(&:to_sym)
        kind = step["do"].to_sym
        return @session.approach.box(**fields) if kind == :box
        return pulled(fields) if kind == :cable

        @session.approach.hands(situation.place_of_device(step["device"])) { |hands| hands.step(kind, **fields) }
      end

      # A run is started where one stands, and ends in a box proved dead as well.
      def pulled(fields)
        from, to = fields[:between].partition { |place| place == situation.at }.flatten
        other = [from, to].find { |place| permits.hands(place).nil? }
        return @session.approach.hands(other) { nil } if other

        @session.approach.hands(from) { |hands| hands.step(:cable, **fields, between: [from, to]) }
      end

      # None of the runs there are carries it, and none that may be pulled.
      def impossible(plan, share)
        known = situation.opened_boxes.any? && share >= SURE_OF_NEED
        return halt_change(plan, impossibility) if known && impossibility >= SURE

        other_box || question(@session.search.questions) || halt_change(plan, impossibility)
      end

      # Probability that it cannot be made
      def impossibility = @session.change_plans.sum { |plan, share| plan.possible? ? 0.0 : share }

      # What it would take under a hypothesis of many that are alike was not worked out along with the plans.
      def halt_change(plan, share)
        needs = plan.needs
        planner = @session.change_planner
        needs = planner.needed(likeliest, situation) if needs.empty?
        together = needs.empty? ? planner.needed_together(likeliest, situation) : []
        ChangeConclusion.new(@session, needs, share, together:)
      end

      def likeliest = @session.belief.hypotheses.first
    end
  end
end
