# frozen_string_literal: true

module Dielectra
  module Session
    # What comes next in a session: a step that is a rule of the work, a conclusion, or the best of what could be done.
    class Decision
      # @return [Step, Conclusion]
      attr_reader :outcome
      # @return [Action, nil] what the step is for, where it was weighed against others
      attr_reader :action
      # @return [Symbol, nil] the rule it follows, by its name in Presentation::Advice::RULES
      attr_reader :rule

      # Hysteresis, in minutes, before changing course on the way to a step
      ON_THE_WAY = 4.0

      # Information gain, in bits, that makes a question worth asking before a job is stopped
      LEAST_BITS = 0.04

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @outcome = session.stopping || found
        leave if @outcome.is_a?(Conclusion) && @outcome.status == "stopped"
      end

      # @return [Conclusion, nil] how the job will have stopped, once the house is as it is to be left
      attr_reader :stopping

      # What the step is for. The value stays the same while one walks there.
      # @return [Array(Symbol, Object), nil]
      def aim = @action && Decision.aim(@action)

      def self.aim(action) = [action.purpose, action.subject.is_a?(Repair::Plan) ? action.subject.key : action.subject]

      private

      # What comes next while nothing has stopped the job
      def found
        @outcome = over || uncovered || first || unexplained || given_over || under_way || concluded || best
        @outcome = bond || @outcome if energizing?
        exhausted?(@outcome) ? halt(:no_progress) : @outcome
      end

      # The job stops: what has to be put back first, or the end
      def leave
        @stopping = @outcome
        @action = nil
        departure = Departure.new(@session)
        step = departure.step
        @rule = step ? :depart : nil
        @outcome = step || @stopping.left(departure)
      end

      def situation = @session.situation

      def belief = @session.belief

      def permits = @session.permits

      # The step of a rule, unless it would bring nothing
      def ruled(rule, step)
        return if exhausted?(step)

        @rule = rule if step
        step
      end

      # With the box still dead: what has to be read of its metal before power comes on
      def bond = ruled(:bond, BondReading.new(@session).step)

      def energizing? = @outcome.is_a?(Step) && @outcome.do == "breaker" && @outcome["to"] == "on"

      # @param step [Step, Conclusion, nil]
      def exhausted?(step) = step.is_a?(Step) && situation.exhausted?(step.to_h)

      # A box shows something that is not covered yet.
      def uncovered = (halt(:beyond_scope) if Scope.beyond(situation))

      # Rules that come before everything else
      def first =
        ruled(:breaker, BreakerCheck.new(@session).step) || ruled(:second_circuit, second_circuit) || kept_live ||
          ruled(:prove_dead, first_proof) || ruled(:look, first_look) ||
          ruled(:partners, PartnerToggles.new(@session).step) || ruled(:scorched, ScorchedDevice.new(@session).step) ||
          ruled(:stray, StraySwitch.new(@session).step) || ruled(:parted, PartedLook.new(@session).step) ||
          ruled(:bench, BenchTest.new(@session).step)

      # Rules that come before anything is weighed
      def under_way =
        ruled(:unplug, Unplugging.new(@session).step) || ruled(:short, ShortCheck.new(@session).step) ||
          ruled(:hold, hold) || ruled(:leak, LeakCheck.new(@session).step) ||
          ruled(:steady, IntermittenceCheck.new(@session).survey) ||
          ruled(:live_search, LiveSearch.new(@session).step) || ruled(:polarity, Polarity.new(@session).again)

      # Everything was seen to work, and too much on the circuit or a weak breaker would only show in time.
      def hold = (HoldCheck.new(@session).step if @session.proof.complete?)

      # A session without an end
      def over = (halt(:too_long) if @session.steps.size >= Troubleshooting::MOST_STEPS)

      # Nothing known fits the answers: the last one once more, then the nearest box that is still closed, then a stop.
      def unexplained
        return unless belief.hypotheses.empty?

        ruled(:again, Again.new(@session).step) || ruled(:unexplained, further_box) || halt(:no_layout)
      end

      # A job that cannot go on
      def given_over
        return halt(:live_metal) if @session.pre_energization_test.live_metal.any?

        halt(:no_progress) if Circling.new(@session.log).circling?
      end

      # Where nothing known fits the answers: the nearest box that is still closed
      def further_box
        closed = @session.job.boxes.map(&:id).reject { |place| situation.open?(place) }
        closed = closed.reject { |place| situation.declined?({ "do" => "open", "place" => place }) }
        place = closed.min_by { |name| @session.costs.opening(@session.job.place(name)) }
        place && @session.approach.open(place)
      end

      def given_up_on?(place) = situation.declined?({ "do" => "prove_dead", "place" => place }, Approach::TRIES)

      def concluded
        return unless proved? && worn.empty? && Repair::Bonding.new(situation).missing.empty?

        boxes = further_boxes
        return boxes if boxes

        parted = ruled(:parted, (PartedLook.new(@session).before_leaving if situation.power == "on"))
        return parted if parted

        loose = ruled(:loose_load, LooseLoad.new(@session).step)
        return loose if loose
        return ruled(:mark, marking) if situation.off?
        return unless situation.power == "on"
        return concluded if surprised? && @session.reconsider

        polarity = Polarity.new(@session)
        return ruled(:polarity, polarity.once_more) if polarity.refuted?

        ruled(:polarity, polarity.step) || ruled(:steady, IntermittenceCheck.new(@session).step) || last_check ||
          asked || ruled(:hold, HoldCheck.new(@session).step) ||
          ruled(:unreproduced, Unreproduced.new(@session).step) || handed_over || Conclusion.solved(@session)
      end

      # Boxes that are opened to be sure
      def further_boxes
        return unless @session.opens_boxes?

        ruled(:shared_box, SharedBoxCheck.new(@session).step) ||
          ruled(:reversed_cable, ReversedCable.new(@session).step)
      end

      # Once a circuit is right: the checks before it is handed over, and what the record wants
      def handed_over
        ruled(:downstream, DownstreamCheck.new(@session).step) || ruled(:legs, LegReading.new(@session).step) ||
          ruled(:metal, metal.step) || live_metal ||
          ruled(:roles, RoleCheck.new(@session).step || ColorCheck.new(@session).step) || ruled(:mark, marking) ||
          ruled(:leave, @session.approach.leave)
      end

      def metal = @metal ||= MetalCheck.new(@session)

      # Live metal is never called solved.
      def live_metal = (halt(:live_metal) if metal.live.any?)

      # Joints seen loose or scorched whose remake was not declined
      def worn = situation.worn.reject { |place, _| situation.declined_at?(place) }

      # Whether the last answer surprises under the likeliest hypothesis
      def surprised? = belief.discrepancies(belief.hypotheses.first).last&.equal?(belief.observations.last)

      # A conductor turned out to be hot, and its color does not say so.
      def marking
        point, tape = @session.plan.tapes.first
        step =
          point &&
            @session
              .approach
              .hands(situation.place_of_point(point)) { |hands| hands.step(:mark, point: point, tape: tape) }
        step unless step.nil? || situation.declined?({ "do" => "mark", "point" => point, "tape" => tape })
      end

      def best
        open = @session.actions.reject { |one| undoing?(one.step) || exhausted?(one.step) }
        @action = on_the_way(open) || open.first
        return @session.reconsider ? best : halt(:nothing_left) if @action.nil?

        return give_up(@action.subject, open) if @action.purpose == :stop
        return refused(@action.subject, open) if @action.purpose == :refused
        return halt(:no_progress) if @action.purpose == :repair && untold?

        ruled(:cause, (CauseCheck.new(@session).step(@action) if @action.purpose == :repair)) ||
          ruled(:unplug, Unplugging.new(@session).before(@action.step)) || @action.step
      end

      def on_the_way(open) =
        @session.aim &&
          open.find { |one| Decision.aim(one) == @session.aim && one.value <= open.first.value + ON_THE_WAY }

      # Whether all obeys, and what is left to try is a matter of outlets that nobody in this job can see
      def untold? = @session.proof.complete? && UnknownOnward.new(@session).run

      # Whether a step would switch a breaker back that was switched a step ago
      def undoing?(step)
        last = @session.log.last
        step != :stop && step.do == "breaker" && last&.kind == "breaker" && last["device"] == step["device"]
      end

      # Before a job is stopped: what was pruned is looked through again, a doubtful answer is checked, and every safe
      # step that still tells something is taken, unless the reason is all but certain.
      def give_up(plan, open)
        @action = nil
        look = SecondLook.new(@session).step(plan)
        return best if (look.nil? || @session.long_unreconsidered?) && @session.reconsider

        ruled(:second_look, look) || telling(plan, open) || halt(:obstacle, plan)
      end

      # A repair that was declined. It is first confirmed as the right one.
      def refused(plan, open)
        @action = nil
        telling(plan, open, :refused) || halt(:refused, plan)
      end

      # The cheapest remaining step that carries information about the cause
      def informative(open)
        open
          .reject { |one| one.step == :stop }
          .select { |one| one.answers.nil? || @session.expected_cost.bits(one.answers) > LEAST_BITS }
          .min_by(&:value)
      end

      # Takes a box apart to find on which side of it the fault is; not after a refusal
      def apart
        if Halt.refused(@session).empty?
          @session.search.taken_apart.reject { |one| situation.declined?(one.step.to_h) }.min_by(&:value)
        end
      end

      # The step, at any price, that tells more before a job is stopped for a reason that is not all but certain
      def telling(plan, open, reason = :obstacle)
        return if Halt.new(@session, reason, plan).certain?

        @action = informative(open) || (apart if reason == :obstacle)
        @action&.step
      end

      # Whether the light was seen to obey, and the circuit is most likely right
      def proved? = @session.proof.complete? && @session.certainty >= Troubleshooting::SURE_ENOUGH

      # A question that still saves more than it costs
      def asked
        return if certain?

        question = @session.actions && @session.search.worth_asking
        @action = question if question && !undoing?(question.step)
        @action&.step
      end

      def certain? = @session.certainty >= Troubleshooting::SURE

      # The reading that has to be taken before an uncertain circuit is called right
      def last_check
        check = LastCheck.new(@session)
        @action = (check.best unless certain?) || check.pivotal
        ruled(:last_check, @action&.step)
      end

      # Before any box is opened: is the light out because the breaker has tripped?
      def first_look
        look = permits.looking.step(:watch)
        look if situation.power.nil? && situation.opened.empty? && !situation.declined?(look.to_h)
      end

      # A box that stays live with every known breaker off: nothing else is opened before its breaker is found.
      def second_circuit = (@session.approach.second_circuit(still_live) if still_live)

      # That breaker was looked for in vain: nobody works on, in that box or beside it.
      def kept_live = (halt(:kept_live) if still_live)

      def still_live = situation.live.keys.find { |name| situation.open?(name) && situation.off? }

      # With a device drawn out, its box is proved dead before anything else.
      def first_proof
        place =
          situation.opened.keys.find do |name|
            !situation.dead.key?(name) && !situation.live.key?(name) && !given_up_on?(name) &&
              (!situation.proved.include?(name) || situation.breaker_log.on_trial?(name))
          end
        place && @session.approach.prove_dead(place)
      end

      def halt(reason, plan = nil) = Conclusion.stopped(@session, Halt.new(@session, reason, plan))
    end
  end
end
