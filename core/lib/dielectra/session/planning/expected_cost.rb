# frozen_string_literal: true

module Dielectra
  module Session
    # The expected cost of the rest of the job: the repair each hypothesis needs, and the doubt about which repair that
    # is. Source: Heckerman, Breese and Rommelse, "Decision-theoretic troubleshooting" (1995).
    class ExpectedCost
      # Average minutes to resolve one bit of doubt about the repair: the price of doubt
      MINUTES_PER_BIT = 3.5
      # Factor on that price for the last doubt, before a circuit that obeys is called right
      LAST_DOUBT = 2.0
      # Minutes a failed attempt costs beyond its steps: the way back and the box once more
      FAILED = 4.5
      # Share of the manual work that has to be redone then
      REDONE = 0.3
      # Minutes charged for calling a circuit right that is not
      WRONG = 60.0
      # Minutes charged for stopping a job that could have been done
      GIVEN_UP = 60.0

      # Minutes charged for a new device beside the work: no part is changed on suspicion if a reading tells
      PART = 2.5

      attr_reader :hypotheses, :labels, :plans, :weights

      # @param leading [Array<Diagnosis::Hypothesis>]
      def initialize(leading, situation, planner, costs, proof)
        @situation = situation
        @job = situation.job
        @costs = costs
        @proof = proof
        @hypotheses = leading
        total = leading.sum(&:weight)
        @weights = leading.map { |hypothesis| hypothesis.weight / total }
        label(planner)
        @minutes = {}
      end

      # @return [Float] expected minutes from a work state, everything in doubt as it is
      def now(work_state) = repair(work_state, weights) + doubt(shares(weights))

      # Expected minutes once the answer to a question is known.
      # @param outcomes [Array<Hash{Object => Float}>] for each hypothesis, how likely each answer is
      def after(work_state, outcomes)
        repair(work_state, weights) + expected_doubt(outcomes)
      end

      # Information gain about which repair is needed (Shannon's mutual information)
      # @param outcomes [Array<Hash{Object => Float}>] for each hypothesis, how likely each answer is
      # @return [Float] bits
      def bits(outcomes)
        OpenQuestion.new(@labels, @weights).information_gain_of(outcomes)
      end

      # Expected minutes of doubt left once the answer to a question is known
      def expected_doubt(outcomes)
        sums = {}
        outcomes.each_with_index do |answers, number|
          weight = @weights[number]
          label = @labels[number]
          answers.each do |answer, share|
            row = (sums[answer] ||= Array.new(@plans.size, 0.0))
            row[label] += weight * share
          end
        end
        sums.each_value.sum { |row| doubt(row) }
      end

      # @param profile [Signatures]
      # @return [Hash{Array(Integer, Integer) => Float}] weight of each signature and plan together
      def signature_weights(profile)
        profile
          .signature_of
          .each_with_index
          .with_object(Hash.new(0.0)) do |(signature, number), sums|
            sums[[signature, @labels[number]]] += @weights[number]
          end
      end

      # @return [Array<Float>] probability of each plan
      def shares(weights)
        weights
          .each_with_index
          .with_object(Array.new(@plans.size, 0.0)) { |(weight, number), row| row[@labels[number]] += weight }
      end

      # Expected minutes of the repairs alone.
      def repair(work_state, weights)
        price = (@minutes[work_state.key] ||= @plans.map { |plan| minutes(plan, work_state) })
        weights.each_with_index.sum { |weight, number| weight * price[@labels[number]] }
      end

      # Minutes to carry out a plan and prove it.
      def minutes(plan, work_state)
        return 0.0 if plan.obstacle

        there = work_state.spend(-work_state.minutes)
        there = carried_out(plan, there)
        there = there.switched_on(@costs, @job)
        there.minutes + @proof.minutes(plan, there)
      end

      # The work state once a plan is carried out, before the power comes back
      def carried_out(plan, work_state)
        there =
          plan
            .places
            .sort_by { |place| place == work_state.at ? 0 : 1 }
            .reduce(work_state) { |so_far, place| so_far.hands_in(place, @costs, @job).spend(work_in(place, plan)) }
        if plan.unplug
          there = there.moved(@situation.place_of_device(plan.unplug), @costs, @job).spend(@costs["unplug"])
        end
        plan.lamp ? there.moved(@situation.place_of_device(plan.lamp), @costs, @job).spend(@costs["replace"]) : there
      end

      # Minutes that doubt about the plan costs: the lesser of asking on, and trying the likeliest and coming back
      # @param row [Array<Float>] weight of each plan
      def doubt(row)
        mass = row.sum
        return 0.0 if mass <= 0

        best = row.each_index.max_by { |number| row[number] }
        asking = mass * Diagnosis::Belief.entropy(row)
        failing = mass - row[best]
        trying = (failing * price_of_error(best)) + (stuck(row, best) * wasted(best))
        rest = asking - (mass * Diagnosis::Belief.entropy([row[best], failing]))
        [asking * MINUTES_PER_BIT * (last?(@plans[best]) ? LAST_DOUBT : 1.0), trying + (rest * MINUTES_PER_BIT)].min
      end

      # Minutes of manual work that a plan takes
      def work(plan) = (@work ||= {}.compare_by_identity)[plan] ||= plan.places.sum { |place| work_in(place, plan) }

      private

      def work_in(place, plan)
        points = (plan.changed[place] || []).size + remade(place, plan.remakes[place] || [])
        (points * @costs["arrange_point"]) + (plan.replacements_at(place).size * (@costs["replace"] + PART)) +
          (plan.tapes_at(place).size * @costs["mark"]) + (plan.tabs_at(place).size * @costs["tab"])
      end

      # Points whose joint changes if joints are taken apart and made up again
      def remade(place, points)
        return points.size * 4 unless @situation.open?(place)

        @situation.joints(place).select { |joint| joint.intersect?(points) }.sum(&:size) * 2
      end

      # Minutes charged for acting on a plan that is not the one needed
      # @param number [Integer] of the plan
      def price_of_error(number)
        (@prices ||= [])[number] ||= begin
          plan = @plans[number]
          if plan.obstacle
            GIVEN_UP
          else
            last?(plan) ? WRONG : FAILED + (REDONE * work(plan))
          end
        end
      end

      # Weight of what nothing within reach repairs. Whatever was done before that showed was done in vain.
      def stuck(row, best)
        @obstacles ||= @plans.each_index.select { |number| @plans[number].obstacle }
        @obstacles.sum { |number| number == best ? 0.0 : row[number] }
      end

      # Minutes of a plan beyond what a failed attempt is charged anyway
      def wasted(number)
        (@wasted ||= [])[number] ||= (
          if @plans[number].obstacle
            0.0
          else
            [minutes(@plans[number], WorkState.of(@situation)) - price_of_error(number), 0.0].max
          end
        )
      end

      # Whether nothing is left but to call it right
      def last?(plan) = plan.nothing? && @proof.complete?

      def label(planner)
        numbers = {}
        @plans = []
        @labels =
          hypotheses.map do |hypothesis|
            plan = planner.plan(hypothesis, @situation)
            numbers[plan.key] ||= begin
              @plans << plan
              @plans.size - 1
            end
          end
      end
    end
  end
end
