# frozen_string_literal: true

module Dielectra
  module Session
    # The likeliest repairs that need nothing more to be opened, the proof where nothing is left to do, and giving up
    # where nothing repairs it.
    class Repairs < Proposal
      # Repairs that are thought of.
      MOST = 3
      # Minutes by which a repair may be dearer than something else and still be proposed.
      NOWHERE_NEAR = 6.0

      # @param rival [Float, nil] value of the best that could be done otherwise
      # @return [Array<Action>]
      def beside(rival)
        shares = @expected_cost.shares(@expected_cost.weights)
        likeliest = @expected_cost.plans.each_with_index.sort_by { |_, number| -shares[number] }.first(MOST)
        likeliest.filter_map { |plan, number| plan.obstacle ? stop(plan, shares[number]) : repair(plan, rival) }
      end

      private

      def stop(plan, share)
        value = (1 - share) * ExpectedCost::GIVEN_UP
        Action.new(purpose: :stop, subject: plan, minutes: 0.0, value:, step: :stop, answers: nil)
      end

      def repair(plan, rival)
        return unless plan.ready? && !(plan.nothing? && proved_in_vain?)
        return if plan.unplug && !too_much_read?

        arrangement = plan.carried_out(@situation)
        return if arrangement != @situation.arrangement && (pointless?(arrangement) || premature?(arrangement))

        minutes = @expected_cost.minutes(plan, @work_state)
        return if rival && minutes > rival + NOWHERE_NEAR

        value = minutes + failure(plan, arrangement)
        return if rival && value > rival + NOWHERE_NEAR
        return Clearances.new(@now).best(arrangement, value) if @permits.hazard(arrangement) >= Permits::HAZARD

        proposed(plan, minutes, value)
      end

      def proposed(plan, minutes, value)
        step = RepairSteps.new(@now).first(plan)
        if step.nil? && refused?(plan)
          return Action.new(purpose: :refused, subject: plan, minutes: 0.0, value:, step: :stop, answers: nil)
        end

        Action.new(purpose: plan.nothing? ? :prove : :repair, subject: plan, minutes:, value:, step:, answers: nil)
      end

      # Amperes of a breaker of which nobody said any
      USUAL = 15
      private_constant :USUAL

      # Whether ohms or a breaker have shown that too much is drawn. What is unplugged on suspicion is evidence lost.
      def too_much_read?
        amps = @job.amps || USUAL
        @now.belief.observations.any? do |seen|
          next seen.reading && @job.supply_volts > seen.reading * amps if seen.what == :resistance

          %i[breaker held].include?(seen.what) && seen.reading == "tripped" && !seen.found
        end
      end

      # Whether this arrangement was tried before, or it would join single conductors not yet searched live
      def pointless?(arrangement) = @now.visited.include?(arrangement) || @permits.blind?(arrangement)

      # Times that another way of joining has to be likelier than the one at hand, before wires are moved again
      LIKELIER = 1.5
      # Probability of undoing what is right below which wires are moved in any case
      UNDONE = 0.05
      private_constant :LIKELIER, :UNDONE

      # Whether what was joined last has not been tried yet, and the other way is hardly likelier to be right
      def premature?(arrangement)
        return false if @situation.arrangement == Evidence::Arrangement.as_found || energized?

        undone(arrangement) > UNDONE && sound(arrangement) < sound * LIKELIER
      end

      # Probability that what is right now is not right any more then
      def undone(arrangement) =
        @now.belief.probability do |one|
          @now.soundness.sound?(one, @situation.arrangement) && !@now.soundness.sound?(one, arrangement)
        end

      # Whether anything was seen with the power on, as things are joined now
      def energized? =
        @now.belief.observations.any? do |seen|
          seen.arrangement == @now.arrangement && PreEnergizationTest::LIVE.include?(seen.what)
        end

      # Whether it needs something that was declined: a device not at hand, wires that cannot be moved
      def refused?(plan)
        plan.replacements.any? { |device, kind| declined?(device, kind) } ||
          (plan.unplug && @situation.declined?({ "do" => "unplug", "load" => plan.unplug })) ||
          plan.tabs.any? { |device, tab| @situation.declined?({ "do" => "tab", "device" => device, "tab" => tab }) } ||
          plan.places.any? { |place| @situation.declined_at?(place) } ||
          (plan.lamp && declined?(plan.lamp, Steps::Replace::LAMP))
      end

      def declined?(device, kind) = @situation.declined?({ "do" => "replace", "device" => device, "kind" => kind })

      # Everything was watched and obeys, and still it is in doubt whether it is right: watching again settles nothing.
      def proved_in_vain?
        @now.proof.complete? && (@situation.power == "on" || sound < Troubleshooting::SURE_ENOUGH)
      end

      def sound(arrangement = @situation.arrangement) =
        @now.belief.probability { |hypothesis| @now.soundness.sound?(hypothesis, arrangement) }

      # Expected minutes of what comes after if the repair was the wrong one.
      def failure(plan, arrangement)
        failing =
          @now.hypotheses.each_with_index.map do |hypothesis, number|
            @now.soundness.sound?(hypothesis, arrangement) ? 0.0 : @expected_cost.weights[number]
          end
        share = failing.sum
        return 0.0 if share.zero?

        there = @expected_cost.carried_out(plan, @work_state).switched_on(@costs, @job)
        doubt = Diagnosis::Belief.entropy(@expected_cost.shares(failing)) * ExpectedCost::MINUTES_PER_BIT
        @expected_cost.repair(there, failing) + undoing(plan, failing) + (share * (ExpectedCost::FAILED + doubt))
      end

      # Minutes to put back what was right as it was, should it come to that.
      def undoing(plan, failing)
        kept = @expected_cost.plans.index(&:nothing?)
        return 0.0 if kept.nil? || plan.nothing?

        @expected_cost.shares(failing)[kept] * @expected_cost.work(plan)
      end
    end
  end
end
