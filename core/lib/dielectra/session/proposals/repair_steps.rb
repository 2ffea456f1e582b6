# frozen_string_literal: true

module Dielectra
  module Session
    # The next step of a repair that can be carried out.
    class RepairSteps < Proposal
      # @param plan [Repair::Plan]
      # @return [Step, nil] nil where what it takes was refused
      def first(plan)
        return @permits.looking.step(:unplug, load: plan.unplug) if plan.unplug

        place = plan.places.select { |name| work?(plan, name) }.min_by { |name| name == @situation.at ? 0 : 1 }
        return @approach.hands(place) { |hands| work(plan, place, hands) } if place
        return @permits.looking.step(:replace, device: plan.lamp, kind: Steps::Replace::LAMP) if plan.lamp

        @approach.power do |looking|
          @now.proof.next_missing&.then { |raised| @approach.toggled(raised) { watched(looking) } }
        end
      end

      private

      # A new device first, then what has to be made up again comes apart, then everything as it shall be, then the
      # tape.
      def work(plan, place, hands)
        device, kind = plan.replacements_at(place).first
        return hands.step(:replace, device:, kind:) if device

        receptacle, tab = plan.tabs_at(place).first
        return hands.step(:tab, device: receptacle, tab:) if receptacle
        return hands.step(:arrange, joints: without(place, plan.remakes[place])) if plan.remakes[place]
        return hands.step(:arrange, joints: plan.joints[place]) if plan.joints[place]

        point, tape = tapes(plan, place).first
        hands.step(:mark, point:, tape:)
      end

      # Whether there is something to do in a box before power comes on
      def work?(plan, place)
        [plan.replacements_at(place), plan.tabs_at(place), tapes(plan, place)].any?(&:any?) ||
          plan.remakes.key?(place) || plan.joints.key?(place)
      end

      # Posterior of being a neutral above which a conductor is not taped until the circuit is proved
      DOUBT = 0.03
      private_constant :DOUBT

      # Tape to put on now, without conductors that may be a neutral
      def tapes(plan, place) = plan.tapes_at(place).reject { |point, _| neutral_share(point) > DOUBT }

      # Plans that are the same work may still take a conductor for different things, so each hypothesis is asked.
      def neutral_share(point)
        @now
          .belief
          .leading(share: ASKED, most: MOST)
          .sum do |hypothesis|
            function = @now.planner.plan(hypothesis, @situation).functions[point]
            function && Design::Layout.role(function) == "neutral" ? hypothesis.weight : 0.0
          end
      end

      # Share of the belief, and hypotheses, that are asked
      ASKED = 0.99
      MOST = 100
      private_constant :ASKED, :MOST

      def without(place, points) =
        @situation.joints(place).map { |joint| joint - points }.select { |joint| joint.size > 1 }

      # The look; where one was unsure of it twice in a row, the nearest toggle thrown first.
      def watched(looking)
        outlet = @approach.outlet(@now.proof.unread) || (@approach.outlet(@now.proof.blind) if @now.proof.blind?)
        return outlet if outlet

        look = looking.step(:watch)
        return look unless @situation.declined?(look.to_h, Evidence::Refusals::LOOKS + 1)
        return look if @situation.declined?(look.to_h, Evidence::Refusals::LOOKS)

        control = @job.goal.controls.min_by { |one| one.place == @situation.at ? 0 : 1 }
        up = @now.toggles.positions[control.id]
        @permits.thrown(control.id, up ? "down" : "up")
      end
    end
  end
end
