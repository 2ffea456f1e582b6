# frozen_string_literal: true

module Dielectra
  module Session
    # What comes next in a session: a step that is a rule of the work, a conclusion, or the best of what could be done.
    class Decision
      # @return [Step, Conclusion]
      attr_reader :outcome
      # @return [Action, nil] what the step is for, where it was weighed against others
      attr_reader :action
      # @return [Symbol, nil] the rule it follows: :look, :prove_dead, :bench, :live_search, :cause, :polarity, :last_check, :second_look, :roles, :mark or :leave
      attr_reader :rule

      # Minutes by which what one is on the way to may be dearer than something else and still be gone on with: nobody turns round
      # half way for what was known before.
      ON_THE_WAY = 4.0

      # Bits about what is wrong that a question has to tell to be asked before a job is given up.
      LEAST_BITS = 0.02

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @outcome = uncovered || first || given_over || under_way || concluded || best
      end

      # What the step is for, in a form that stays the same on the way there.
      # @return [Array(Symbol, Object), nil]
      def aim = @action && Decision.aim(@action)

      def self.aim(action) = [action.purpose, action.subject.is_a?(Repair::Plan) ? action.subject.key : action.subject]

      private

      def situation = @session.situation

      def belief = @session.belief

      def permits = @session.permits

      def ruled(rule, step)
        @rule = rule if step
        step
      end

      # Of single conductors that were all found apart the line is searched live, everything being apart and capped, before anything
      # is joined: dead readings leave too many ways.
      def live_search
        place = situation.opened_boxes.find { |name| situation.joints(name).empty? && permits.unsearched(name).any? }
        step =
          place &&
            @session
              .approach
              .live(place) { |live| live.step(:probe, tool: "ncv", at: [permits.unsearched(place).first]) }
        step unless step.nil? || situation.declined?(step.to_h)
      end

      # A box that shows what no session can work with yet.
      def uncovered = (halt(:beyond_scope) if Scope.beyond(situation))

      # What comes before everything else.
      def first =
        ruled(:prove_dead, first_proof) || ruled(:look, first_look) || ruled(:bench, BenchTest.new(@session).step)

      # What is gone on with before anything is weighed.
      def under_way =
        ruled(:steady, IntermittenceCheck.new(@session).survey) || ruled(:live_search, live_search) ||
          ruled(:polarity, Polarity.new(@session).again)

      # A job that leads nowhere.
      def given_over
        return halt(:no_layout) if belief.hypotheses.empty?
        return halt(:too_long) if @session.steps.size >= Troubleshooting::MOST_STEPS

        return halt(:live_metal) if @session.pre_energization_test.live_metal.any?

        halt(:no_progress) if circling?
      end

      def given_up_on?(place) = situation.declined?({ "do" => "prove_dead", "place" => place }, Approach::TRIES)

      def concluded
        return unless proved? && worn.empty?
        return ruled(:mark, marking) if situation.off?
        return unless situation.power == "on"
        return concluded if surprised? && @session.reconsider

        polarity = Polarity.new(@session)
        return ruled(:polarity, polarity.once_more) if polarity.refuted?

        ruled(:polarity, polarity.step) || ruled(:steady, IntermittenceCheck.new(@session).step) || last_check ||
          asked || handed_over || Conclusion.solved(@session)
      end

      # What is read and done for whoever lives with it, and for the record, once a circuit is right.
      def handed_over
        ruled(:downstream, DownstreamCheck.new(@session).step) || ruled(:metal, metal.step) || live_metal ||
          ruled(:roles, RoleCheck.new(@session).step || ColorCheck.new(@session).step) || ruled(:mark, marking) ||
          ruled(:leave, @session.approach.leave)
      end

      def metal = @metal ||= MetalCheck.new(@session)

      # Live metal is never called solved.
      def live_metal = (halt(:live_metal) if metal.live.any?)

      # Joints seen to be loose or scorched that nobody has refused to make anew.
      def worn = situation.worn.reject { |place, _| situation.declined_at?(place) }

      # Whether the last answer is not what the likeliest hypothesis would have led one to expect.
      def surprised? = belief.discrepancies(belief.hypotheses.first).last&.equal?(belief.observations.last)

      # Where it turned out only with the power on that a conductor is hot whose colour says otherwise.
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
        open = @session.actions.reject { |one| undoing?(one.step) }
        @action = on_the_way(open) || open.first
        return @session.reconsider ? best : halt(:nothing_left) if @action.nil?

        return give_up(@action.subject, open) if @action.purpose == :stop
        return refused(@action.subject, open) if @action.purpose == :refused

        ruled(:cause, (CauseCheck.new(@session).step(@action) if @action.purpose == :repair)) || @action.step
      end

      def on_the_way(open) =
        @session.aim &&
          open.find { |one| Decision.aim(one) == @session.aim && one.value <= open.first.value + ON_THE_WAY }

      # Whether power has come and gone so often that it settles nothing any more, or wires are moved to and fro and nothing is read.
      def circling?
        steps = @session.steps
        steps.count { |step| step["do"] == "breaker" } >= Troubleshooting::MOST_SWITCHED ||
          (
            steps.size >= Troubleshooting::MOST_MOVED &&
              steps.last(Troubleshooting::MOST_MOVED).all? { |step| step["do"] == "arrange" }
          )
      end

      # Nobody walks to the panel to put a breaker back as it was a step ago.
      def undoing?(step)
        last = @session.steps.last
        step != :stop && step.do == "breaker" && last && last.slice("do", "device") == step.to_h.slice("do", "device")
      end

      # A job is not given up before what was let go on the way was looked through again, nor on one answer that may have been
      # wrong, nor without the reading that would show it; nor on a reason that is not all but certain, as long as anything safe is left
      # that would tell.
      def give_up(plan, open)
        @action = nil
        look = SecondLook.new(@session).step(plan)
        return best if (look.nil? || @session.long_unreconsidered?) && @session.reconsider

        ruled(:second_look, look) || telling(plan, open) || halt(:obstacle, plan)
      end

      # A repair that cannot be made here, since what it takes was refused: what tells whether it is the right one is asked, and then it
      # is said.
      def refused(plan, open)
        @action = nil
        telling(plan, open, :refused) || halt(:refused, plan)
      end

      # The cheapest of what is left to do that tells anything about what is wrong.
      def informative(open)
        open
          .reject { |one| one.step == :stop }
          .select { |one| one.answers.nil? || @session.expected_cost.bits(one.answers) > LEAST_BITS }
          .min_by(&:value)
      end

      # A box taken apart, to see on which side of it the trouble is; not where somebody has refused something.
      def apart
        if Halt.refused(@session).empty?
          @session.search.taken_apart.reject { |one| situation.declined?(one.step.to_h) }.min_by(&:value)
        end
      end

      # What is asked, whatever it costs, before a job is given up on a reason that is not all but certain.
      def telling(plan, open, reason = :obstacle)
        return if Halt.new(@session, reason, plan).certain?

        @action = informative(open) || (apart if reason == :obstacle)
        @action&.step
      end

      # Whether it was watched to obey, and most likely is right.
      def proved? = @session.proof.complete? && @session.certainty >= Troubleshooting::SURE_ENOUGH

      # A question that is worth its minutes still.
      def asked
        return if certain?

        question = @session.actions && @session.search.worth_asking
        @action = question if question && !undoing?(question.step)
        @action&.step
      end

      def certain? = @session.certainty >= Troubleshooting::SURE

      # The reading without which nothing is called right that is not certain.
      def last_check
        check = LastCheck.new(@session)
        @action = (check.best unless certain?) || check.pivotal
        ruled(:last_check, @action&.step)
      end

      # Nobody opens anything before having looked whether the light is dark because the breaker has tripped.
      def first_look
        look = permits.looking.step(:watch)
        look if situation.power.nil? && situation.opened.empty? && !situation.declined?(look.to_h)
      end

      # Whoever has drawn a device out proves its box dead before anything else is thought of; what stays live belongs to a
      # second circuit.
      def first_proof
        place =
          situation.opened.keys.find do |name|
            !situation.dead.key?(name) && !situation.live.key?(name) && !situation.proved.include?(name) &&
              !given_up_on?(name)
          end
        place && @session.approach.prove_dead(place)
      end

      def halt(reason, plan = nil) = Conclusion.stopped(@session, Halt.new(@session, reason, plan))
    end
  end
end
