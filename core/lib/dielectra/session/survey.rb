# frozen_string_literal: true

module Dielectra
  module Session
    # The first part of a change: the house as it stands is got to know, as far as the change hangs on it, and runs and
    # devices are put in. The rewire and the proof are Work.
    class Survey < Troubleshooting
      include Checkpoint.without(:@change_planner, :@change_plans)

      # Hypotheses under which the change is planned, by share and number
      LEADING = 0.99
      MOST = 40

      # @return [Evidence::Job] with the change asked for
      attr_reader :asked

      # @param asked [Evidence::Job] with the change asked for, and no steps
      # @param after [Restoration, nil] that has put the house right; the survey goes on from what is known then
      def initialize(asked, costs: Evidence::Costs.new, after: nil)
        @asked = asked
        super(asked.before, costs:)
        take_over(after) if after
      end

      # @return [Boolean] whether a switch was thrown and its loads took no notice, although the change could be made;
      #   not where the switch boxes were found apart, which is reason enough, and the change joins them anew
      def to_be_restored?
        return false if !disobeyed? || (decision.outcome.is_a?(Step) && decision.rule == :first_box)

        decision.possible? && !found_apart?
      end

      # @return [Boolean] whether a switch was thrown and its loads took no notice
      def disobeyed? = !@restored && FirstTry.new(self).disobeyed?

      # Probability that what was taken apart is all that is wrong, above which nothing is restored first
      ALL = 0.8
      private_constant :ALL

      # @return [Boolean] whether a switch was found with nothing on its screws, and most likely nothing else is wrong
      def found_apart?
        loose =
          job.controls.any? do |one|
            situation.open?(one.place) && situation.box(one.place).used_screws(one.device).empty?
          end
        loose && belief.probability { |one| one.deviations.empty? } > ALL
      end

      def decision = @decision ||= SurveyDecision.new(self)

      # @return [Boolean] whether all is in and known well enough for the rewire
      def ready? = decision.ready?

      # The plans for the change, likeliest first
      # @return [Array<Array(Repair::ChangePlan, Float)>] each with its probability
      def change_plans
        @change_plans ||=
          begin
            leading = belief.leading(share: LEADING, most: MOST)
            total = leading.sum(&:weight)
            open = situation.opened.keys
            sums = {}
            leading.each do |hypothesis|
              plan = change_planner.plan(hypothesis, situation)
              row = (sums[plan.key(open)] ||= [plan, 0.0])
              row[1] += hypothesis.weight / total
            end
            sums.values.sort_by { |_, share| -share }
          end
      end

      # There is nothing to prove yet, so that toggles may be thrown for any reading.
      class Unproved < Proof
        def missing = []
      end

      def proof = Unproved.new(job, situation, @watches)

      # @return [ChangeLabels]
      def planner = @planner ||= ChangeLabels.new(change_planner)

      def change_planner = @change_planner ||= Repair::ChangePlanner.new(asked, costs)

      # Where the boxes most likely are right as found, nothing loose in them is taken for something that was left out.
      # A hidden fault is looked for among all that there may be once an answer surprises.
      # @return [Array<Diagnosis::Hypothesis>] about the house as it shall be, once all is in
      def carried(world)
        leading = belief.leading(share: LEADING, most: MOST)
        right = leading.select { |hypothesis| hypothesis.skeleton.wrong.empty? && hypothesis.faults.empty? }
        leading = right if right.sum(&:weight) > leading.sum(&:weight) * MOSTLY
        leading
          .select { |hypothesis| ready_under?(hypothesis) }
          .filter_map { |hypothesis| change_planner.carried(hypothesis, situation, world) }
      end

      private

      def take_over(restoration)
        @restored = true
        @belief = restoration.belief
        @situation = restoration.situation.for_job(job)
        @log = restoration.log
      end

      # Share of the belief under which the open boxes are right as found, above which others are left out
      MOSTLY = 0.8
      private_constant :MOSTLY

      # Whether all is in for the change under a hypothesis
      def ready_under?(hypothesis)
        plan = change_planner.plan(hypothesis, situation)
        plan.possible? && plan.work.empty?
      end

      def check_scope(job) = Scope.check_change!(asked, job)

      def forget
        @change_plans = nil
        super
      end
    end
  end
end
