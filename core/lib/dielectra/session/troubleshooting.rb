# frozen_string_literal: true

module Dielectra
  module Session
    # A troubleshooting session. It takes a job and the answers to its steps, and says what to do next, until the light
    # was seen to obey every control, or nothing within reach can make it.
    #
    #   session = Troubleshooting.new(job)
    #   until (step = session.next).is_a?(Conclusion)
    #     session.record(step.to_h.merge("answer" => ask(step)))
    #   end
    class Troubleshooting
      include Checkpoint.without(
                :@decision,
                :@search,
                :@actions,
                :@findings,
                :@permits,
                :@approach,
                :@pre_energization_test,
                :@toggles,
                :@planner,
                :@soundness
              )

      # Steps after which the session gives up and advises a second opinion
      MOST_STEPS = 150
      # Times that a breaker is switched at most
      MOST_SWITCHED = 24
      # Times that wires are moved in a row without a reading, at most
      MOST_MOVED = 8
      # Times that a box is joined in one and the same way, at most
      MOST_REPEATED = 4
      # Posterior above which a circuit is called right
      SURE = 0.999
      # Posterior that is enough if no question is worth its minutes
      SURE_ENOUGH = 0.9

      # Steps after which pruned hypotheses may be looked through again
      RECONSIDERED_FOR = 5

      attr_reader :job, :situation, :belief, :costs

      # @return [Evidence::Log] all steps of the job. The instance variable `part` holds those of this part of it: a
      #   change has several parts.
      attr_reader :log

      # What the last step was on the way to
      # @return [Array(Symbol, Object), nil] see Decision#aim
      attr_reader :aim

      # How the job will have stopped, while the house is put back as it is to be left
      # @return [Conclusion, nil]
      attr_reader :stopping

      # The rule that the last step followed, if it was the one asked for
      attr_reader :rule_of_last

      # @param job [Evidence::Job] its steps are taken over as evidence
      # @raise [InvalidInput] for a job that is out of scope
      def initialize(job, costs: Evidence::Costs.new)
        check_scope(job)
        @job = job
        @costs = costs
        @situation = Evidence::Situation.start(job)
        @belief = Diagnosis::Belief.start(job)
        @log = Evidence::Log.empty
        @part = Evidence::Log.empty
        @watches = Watches.new
        @unsettled = false
        job.steps.each { |step| record(step) }
      end

      # Records a step that was done, with its answer.
      # @param step [Hash] in the form of the protocol; its `id` is kept or given
      # @raise [InvalidInput] for a step or answer that does not fit; nothing is recorded then
      def record(step)
        Steps.check!(step, situation)
        followed = followed(step)
        @rule_of_last = followed&.rule
        @aim = (followed.aim if followed && Steps.of(step).way?)
        @stopping = followed&.stopping
        take_in(step, trial: trial?(step)) { |*told| belief.after(*told) }
        self
      end

      # Takes over steps recorded in a session of the job as it was listed before. Decisions made then are dropped. Call
      # `settle` afterward to list the hypotheses.
      # @param taken [Array<Hash>]
      # @param tried [Array<Integer>] indexes of those that were the test required before power comes on
      # @return [Troubleshooting] itself
      def catch_up(taken, tried)
        taken.each_with_index do |step, at|
          Steps.check!(step, situation)
          take_in(step, trial: tried.include?(at)) { |*told| belief.observing(*told) }
        end
        @unsettled = taken.any?
        self
      end

      # Lists the hypotheses after `catch_up`. Does nothing otherwise.
      # @return [Troubleshooting] itself
      def settle
        return self unless @unsettled

        learn(belief.listed(situation))
        forget
        @unsettled = false
        self
      end

      # @param step [Hash] with its answer
      # @return [Boolean] whether it is the test required before power comes on
      def trial?(step) = pre_energization_test.trial?(step)

      # @return [Array<Integer>] indexes of the steps that were the test required before power comes on
      def tried = log.each_with_index.filter_map { |entry, at| at if entry.trial }

      # @return [Array<Hash>] every step with its answer
      def steps = log.steps

      # @return [Float]
      def minutes = log.minutes

      # A session for a job, whatever it asks for and whatever turns out to be there
      # @param job [Evidence::Job]
      # @return [OnSite]
      def self.for(job, **more) = OnSite.new(job, **more)

      # @return [Symbol] which part of a job it is: :troubleshooting, :survey, :restoration or :work
      def stage = self.class.name[/\w+\z/].downcase.to_sym

      # @return [Boolean] whether readings are taken that no doubt asks for, before a job is called done
      def thorough? = false

      # @return [Boolean] whether boxes that nothing points to are opened to be sure
      def opens_boxes? = true

      # The same session restricted to a few hypotheses
      # @param hypotheses [Array<Diagnosis::Hypothesis>] some of the belief's
      # @return [Troubleshooting]
      def supposing(hypotheses)
        dup.tap { |other| other.suppose(hypotheses) }
      end

      # Takes over in which order the steps were taken, and what they took.
      # @param other [Troubleshooting] with the same steps
      # @return [Troubleshooting] itself
      def accounted(other)
        @log = other.log
        forget
        self
      end

      # @return [Step, Conclusion] what to do next, or how it ended
      def next = decision.outcome

      # Why it is next.
      # @return [Decision]
      def decision = @decision ||= Decision.new(self)

      # @return [Array<Action>] what could be done next, best first
      def actions = @actions ||= search.all

      # @return [Actions] everything worth weighing as things stand
      def search = @search ||= Actions.new(circumstances)

      # @return [Diagnosis::Toggles] the toggles as they stand
      def toggles = @toggles ||= Diagnosis::Toggles.now(belief.world, situation)

      # Lists the hypotheses again, with those that were pruned.
      # @return [Boolean] false where that has been done since the last step
      def reconsider
        return false if @reconsidered == steps.size

        @reconsidered = steps.size
        learn(belief.reconsidered(situation))
        @search = @actions = @findings = @permits = @approach = @pre_energization_test = @toggles = nil
        true
      end

      # Whether that was not done for some steps
      def long_unreconsidered? = @reconsidered.nil? || steps.size - @reconsidered > RECONSIDERED_FOR

      # The expected cost of the rest of the job
      # @return [ExpectedCost]
      def expected_cost = search.expected_cost

      def findings = @findings ||= Diagnosis::Findings.new(belief, situation)

      def proof = Proof.new(job, situation, @watches)

      def planner = (@planner ||= Repair::Planner.new(belief.world, costs, soundness))

      def soundness = (@soundness ||= Repair::Soundness.new(belief.world, belief.prediction))

      # The steps that are safe as things stand
      def permits = @permits ||= Permits.new(situation, belief, soundness, pre_energization_test)

      # The trial before power comes on
      def pre_energization_test = @pre_energization_test ||= PreEnergizationTest.new(situation, belief, trials)

      # The way to where steps can be taken
      def approach = @approach ||= Approach.new(situation, permits, pre_energization_test)

      # The repair of the likeliest hypothesis
      # @return [Repair::Plan, nil]
      def plan = belief.hypotheses.first && planner.plan(belief.hypotheses.first, situation)

      # Posterior that the circuit is right
      def certainty = belief.probability { |hypothesis| soundness.sound?(hypothesis, situation.arrangement) }

      protected

      def suppose(hypotheses)
        @belief = belief.narrowed(hypotheses)
        forget
      end

      private

      def check_scope(job) = Scope.check!(job)

      def circumstances
        Circumstances.new(
          job:,
          situation:,
          belief:,
          planner:,
          soundness:,
          costs:,
          proof:,
          permits:,
          approach:,
          toggles:,
          visited: @part.visited
        )
      end

      # A report has a name instead of a number.
      def unnumbered(step)
        step["do"] == "report" ? "report #{log.count { |taken| taken.kind == "report" } + 1}" : steps.size + 1
      end

      # @return [Array<PreEnergizationTest::Trial>] made in this part of the job
      def trials = @part.select(&:trial).map { |entry| PreEnergizationTest::Trial.of(entry.fields, entry.before) }

      # Adds a step to the log and replaces the belief.
      # @param fields [Hash] the step with its answer
      # @param trial [Boolean] whether it was the test required before power comes on
      # @yieldreturn [Diagnosis::Belief] the belief after the step
      def take_in(fields, trial:)
        step = Steps.of(fields)
        number = fields["id"] || unnumbered(fields)
        after = situation.after(step, number)
        learned = yield(step, situation, after, number)
        news = learned.observations.size > belief.observations.size
        entry =
          Evidence::Log::Entry.new(step:, before: situation, after:, minutes: costs.of(step, situation), news:, trial:)
        learn(learned)
        @log = log.with(entry)
        @part = @part.with(entry)
        @watches = @watches.after(entry, job)
        @situation = after
        forget
      end

      # Takes over a belief and drops cached results for old hypotheses
      def learn(belief)
        @planner = @soundness = nil unless belief.generation.equal?(@belief.generation)
        @belief = belief
      end

      # The decision that a step followed, if later steps depend on it. It is worked out even if nobody asked for it, so
      # that a job folded anew comes to the same.
      def followed(step)
        return unless decides_later?(step)

        decision if decision.outcome.to_h == step.except("id", "answer")
      end

      # A job that stops is left by moving wires and by switching breakers.
      def decides_later?(step)
        stopping || Steps.of(step).way? || %w[arrange prove_dead].include?(step["do"]) ||
          (step["do"] == "probe" && situation.power == "on" && proof.complete?)
      end

      # Drops results derived from the belief
      def forget =
        @decision = @search = @actions = @findings = @permits = @approach = @pre_energization_test = @toggles = nil
    end
  end
end
