# frozen_string_literal: true

module Dielectra
  module Session
    # Everything worth doing next, each with what the rest of the job would be expected to cost: looking at the light,
    # opening a box, a reading dead or live, joining two conductors for a reading elsewhere, carrying out the likeliest
    # repair. One step ahead in knowledge, the whole way in walking.
    class Actions
      include Questions

      # Hypotheses that are weighed, and the share of all they have to make up.
      LEADING = 40
      SHARE = 0.998
      # How often one question is asked at most.
      MOST_ASKED = 3
      # How often one looks at the light in the same circumstances, which costs next to nothing.
      MOST_LOOKS = 2
      # Minutes that a question has to save beyond its cost.
      LEAST_GAIN = 0.02
      # Minutes by which the best that could be done has to miss what is hoped for before dearer questions are asked.
      OUT_OF_REACH = 1.0
      # Share of its minutes that a dear question has to save.
      DEAR = 0.5
      # Minutes by which a repair may be dearer than something else and still be put forward.
      NOWHERE_NEAR = 6.0
      # Minutes that a look has to save, whatever it costs.
      LOOK = 0.02

      attr_reader :expected_cost, :work_state

      def initialize(job:, situation:, belief:, planner:, soundness:, costs:, proof:, permits:, approach:, visited: [])
        @visited = visited
        @job = job
        @situation = situation
        @belief = belief
        @planner = planner
        @soundness = soundness
        @costs = costs
        @proof = proof
        @permits = permits
        @approach = approach
        @work_state = WorkState.of(situation)
        @expected_cost = ExpectedCost.new(belief.leading(share: SHARE, most: LEADING), situation, planner, costs, proof)
        @world = belief.world
        @arrangement = @world.same(situation.arrangement)
        @toggles = Diagnosis::Toggles.now(@world, situation)
        @asked = belief.observations.uniq { |seen| [seen.number, question(seen)] }.map { |seen| question(seen) }.tally
        @odd =
          belief.hypotheses.empty? ? [] : belief.discrepancies(belief.hypotheses.first).map { |seen| question(seen) }
      end

      # @return [Array<Action>] best first
      def all
        found = [*light, *openings, *lamp, *dead_readings, *live_readings].compact
        found += repairs(found.select { |action| worthwhile?(action) }.map(&:value).min)
        found += joined_pairs if worth_more?(found)
        possible =
          found.compact.reject { |action| action.step.nil? || (action.step != :stop && declined_step?(action)) }
        worthwhile, idle = possible.partition { |action| worthwhile?(action) }
        helping, idle = idle.partition { |action| helpful?(action, worthwhile) }
        worthwhile += helping
        worthwhile = taken_apart if worthwhile.empty? && found.compact.none? { |action| action.purpose == :refused }
        worthwhile.sort_by(&:value) + idle.sort_by(&:value)
      end

      # @return [Action, nil] the best of the questions that save more than they cost, as things stand
      def worth_asking
        all
          .select { |action| action.answers && action.value < @expected_cost.now(@work_state) - LEAST_GAIN }
          .min_by(&:value)
      end

      # Where nothing else tells: everything in a box apart and capped, so that it can be energized and searched live.
      def taken_apart
        workable.filter_map do |place|
          left = @situation.joints(place).select { |joint| joint.none? { |point| mine?(place, point) } }
          next if left.map(&:sort).sort == @situation.joints(place).map(&:sort).sort

          there =
            @work_state.hands_in(place, @costs, @job).spend(
              @situation.joints(place).flatten.size * @costs["arrange_point"]
            )
          step = @approach.hands(place) { |hands| hands.step(:arrange, joints: left) }
          if step
            Action.new(
              purpose: :apart,
              subject: place,
              minutes: there.minutes,
              value: there.minutes + @expected_cost.now(there),
              step:,
              answers: nil
            )
          end
        end
      end

      # Insulated conductors of the circuit, which are what is taken apart; grounds and a second circuit stay.
      def mine?(place, point)
        @situation
          .own_cable_ends(place)
          .any? { |cable_end| cable_end.insulated.any? { |wire| cable_end.point(wire) == point } }
      end

      # A reading has to save more than it costs; what opens the way to others, or is done for its own sake, need not. Of
      # looks several together tell more than one: one of them has to tell something, and need not pay for itself.
      def worthwhile?(action)
        gains = action.value < @expected_cost.now(@work_state) - LEAST_GAIN
        case action.purpose
        when :continuity, :join, :volts, :detect, :lamp
          gains
        when :watch, :throw, :wiggle
          action.value < @expected_cost.now(@work_state) + action.minutes - LOOK
        else
          true
        end
      end

      # Where nothing that could be done comes near what is hoped for, a question is asked that tells something, though dearly.
      def helpful?(action, worthwhile)
        now = @expected_cost.now(@work_state)
        best = worthwhile.map(&:value).min
        return false if action.answers.nil? || (best && best < now + OUT_OF_REACH)

        told = now + action.minutes - action.value
        told > DEAR * action.minutes && (best.nil? || action.value < best)
      end

      # Probability that the circuit is as it should be, as things stand.
      def sound = @sound ||= @belief.probability { |hypothesis| sound?(hypothesis) }

      def sound?(hypothesis) = @soundness.sound?(hypothesis, @situation.arrangement)

      private

      def question(seen) =
        [seen.what, { lamp: nil, wiggle: seen.moved.first }.fetch(seen.what, seen.at), seen.arrangement, seen.toggles]

      # A question is asked once; one whose answer the best explanation cannot explain is asked again, to be outvoted or
      # confirmed.
      def asked?(what, at = nil, toggles = @toggles)
        question = [what, at, @arrangement, toggles]
        times = @asked.fetch(question, 0)
        times.positive? && (times >= MOST_ASKED || !(@odd.include?(question) || (what == :lamp && times < MOST_LOOKS)))
      end

      def action(purpose, subject, there, answers, step)
        value = there.minutes + @expected_cost.after(there, answers)
        Action.new(purpose:, subject:, minutes: there.minutes, value:, step:, answers:)
      end

      # For each hypothesis how likely each light is, the contacts standing as they may.
      def lights(arrangement, toggles) =
        @expected_cost.hypotheses.map { |hypothesis| @belief.prediction.lights_with(hypothesis, arrangement, toggles) }

      # The light as the toggles stand, and with one of them thrown.
      def light
        return [on_again].compact if @situation.power == "off"

        [watch(@toggles, nil), *@job.goal.controls.flat_map { |control| thrown(control) }, *wiggles]
      end

      # A breaker that was found off or tripped, on again for a look at the light: where nothing was done to the wiring, and what could
      # be bolted together has been shown not to be.
      def on_again
        return unless @situation.untouched? && @situation.found_off? && @arrangement == Evidence::Arrangement.as_found

        there = @work_state.switched_on(@costs, @job).spend(@costs["watch"])
        step = @approach.power { |looking| looking.step(:watch) }
        look = action(:watch, nil, there, lights(@arrangement, @toggles), step)
        look.step || @permits.hazard(@arrangement) < Permits::HAZARD ? look : cleared(@arrangement, look.value)
      end

      def watch(toggles, control)
        return if asked?(:lamp, nil, toggles)

        answers = lights(@arrangement, toggles)
        unless control
          return action(:watch, nil, @work_state.spend(@costs["watch"]), answers, @permits.looking.step(:watch))
        end

        there = @work_state.moved(control.place, @costs, @job).spend(@costs["set"] + @costs["watch"])
        set = @permits.looking.step(:set, device: control.id, to: toggles.positions[control.id] ? "up" : "down")
        unless @situation.declined?({ "do" => "watch" }, toggled: { control.id => set["to"] })
          action(:throw, control.id, there, answers, set)
        end
      end

      # Toggles wiggled where something may come and go.
      def wiggles
        return [] unless @world.comes_and_goes?

        @job
          .goal
          .controls
          .reject { |control| asked?(:wiggle, control.id) }
          .map do |control|
            answers = @expected_cost.hypotheses.map { |hypothesis| flickering(hypothesis, control) }
            action(
              :wiggle,
              control.id,
              @work_state.moved(control.place, @costs, @job).spend(@costs["wiggle"]),
              answers,
              @permits.looking.step(:wiggle, device: control.id)
            )
          end
      end

      def flickering(hypothesis, control)
        share =
          @belief.prediction.flickers(
            hypothesis,
            @arrangement,
            control.id,
            control.place,
            @belief.prediction.shares(hypothesis, @toggles)
          )
        { flickers: share, steady: 1 - share }
      end

      def thrown(control)
        now = @situation.positions[control.id]
        raised = now ? [!Trade::Position.raised?(now)] : [true, false]
        raised.map { |up| watch(put(control, up), control) }
      end

      # The toggles with one of them put up or down.
      def put(control, raised) = Diagnosis::Toggles.now(@world, @situation, control.id => raised)

      def openings
        @job
          .boxes
          .map(&:id)
          .reject { |place| @situation.open?(place) }
          .map do |place|
            there = @work_state.hands_in(place, @costs, @job)
            answers = @expected_cost.hypotheses.map { |hypothesis| { shown_by(hypothesis, place) => 1.0 } }
            action(:open, place, there, answers, @approach.open(place))
          end
      end

      # What would be seen in a closed box, as far as it matters.
      def shown_by(hypothesis, place)
        box = hypothesis.boxes[place]
        runs = hypothesis.skeleton.runs.count { |run| run.at?(place) }
        [
          runs,
          box.devices,
          box.deviation&.kind,
          box.deviation&.points&.map { |point| hypothesis.skeleton.functions_at(place)[point] }
        ]
      end

      def lamp
        return [] if @situation.power == "off"

        @job
          .goal
          .loads
          .reject { |load| @situation.arrangement.lamps.include?(load.id) || !Trade::DeviceKind[load.kind].lamp }
          .map do |load|
            there = @work_state.moved(load.place, @costs, @job).spend(@costs["replace"] + @costs["watch"])
            renewed = @world.same(@situation.arrangement.with_lamp(load.id))
            answers = lights(renewed, @toggles)
            action(:lamp, load.id, there, answers, @permits.looking.step(:replace, device: load.id, kind: "lamp"))
          end
      end

      # The likeliest repairs that need nothing more to be opened, and the proof where nothing is left to do.
      # @param rival [Float, nil] value of the best that could be done otherwise; what comes nowhere near it is left out
      def repairs(rival)
        shares = @expected_cost.shares(@expected_cost.weights)
        @expected_cost
          .plans
          .each_with_index
          .sort_by { |_, number| -shares[number] }
          .first(3)
          .filter_map { |plan, number| plan.obstacle ? stop(plan, shares[number]) : repair(plan, rival) }
      end

      def stop(plan, share)
        Action.new(
          purpose: :stop,
          subject: plan,
          minutes: 0.0,
          value: (1 - share) * ExpectedCost::GIVEN_UP,
          step: :stop,
          answers: nil
        )
      end

      def repair(plan, rival)
        return unless plan.ready? && !(plan.nothing? && proved_in_vain?)

        arrangement = plan.carried_out(@situation)
        if arrangement != @situation.arrangement && (@visited.include?(arrangement) || @permits.blind?(arrangement))
          return
        end

        minutes = @expected_cost.minutes(plan, @work_state)
        return if rival && minutes > rival + NOWHERE_NEAR

        value = minutes + failure(plan, arrangement)
        return if rival && value > rival + NOWHERE_NEAR
        return cleared(arrangement, value) if @permits.hazard(arrangement) >= Permits::HAZARD

        step = step_of(plan)
        if step.nil? && refused?(plan)
          return Action.new(purpose: :refused, subject: plan, minutes: 0.0, value:, step: :stop, answers: nil)
        end

        Action.new(purpose: plan.nothing? ? :prove : :repair, subject: plan, minutes:, value:, step:, answers: nil)
      end

      # Whether a repair wants what somebody has refused: a device that is not at hand, wires that cannot be moved.
      def refused?(plan)
        plan.replacements.any? do |device, kind|
          @situation.declined?({ "do" => "replace", "device" => device, "kind" => kind })
        end || plan.places.any? { |place| @situation.declined_at?(place) } ||
          (plan.lamp && @situation.declined?({ "do" => "replace", "device" => plan.lamp, "kind" => "lamp" }))
      end

      # What would make a repair fit to be energized: a dead reading that shows line on neutral or ground if it is there; with
      # the power on the detector, held to what tells line from neutral.
      # @param value [Float] of the repair, were it fit
      def cleared(arrangement, value)
        hazardous = @permits.hazardous(arrangement)
        return if hazardous.sum(&:weight) > Clearance::MOST

        clearance = Clearance.new(@belief, hazardous, @arrangement, @toggles)
        [*cleared_dead(clearance, value), *cleared_live(clearance, value)].min_by(&:value)
      end

      def cleared_dead(clearance, value)
        tool = %w[resistance continuity].find { |name| @situation.tool?(name) } or return []

        workable
          .sort_by { |place| place == @situation.at ? 0 : 1 }
          .filter_map do |place|
            pairs = probing_points(place).combination(2).reject { |points| asked?(tool.to_sym, points) }
            pair = (tool == "resistance" ? clearance.best_in_ohms(pairs) : clearance.best(pairs)) or next
            there = @work_state.hands_in(place, @costs, @job).spend(@costs["probe"])
            clear(pair, there, value) { @approach.hands(place) { |hands| hands.step(:probe, tool: tool, at: pair) } }
          end
      end

      def cleared_live(clearance, value)
        return [] unless @situation.power == "on" && @situation.tool?("ncv")

        @situation.opened_boxes.filter_map do |place|
          point =
            clearance.best_point(probing_points(place).grep(PointId::CONDUCTOR).reject { |one| asked?(:ncv, [one]) }) or
            next
          there = @work_state.moved(place, @costs, @job).spend(@costs["probe"])
          clear([point], there, value) { @approach.live(place) { |live| live.step(:probe, tool: "ncv", at: [point]) } }
        end
      end

      def clear(subject, there, value)
        Action.new(
          purpose: :clear,
          subject:,
          minutes: there.minutes,
          value: value + there.minutes,
          step: yield,
          answers: nil
        )
      end

      # Everything was watched and obeys, and still it is in doubt whether it is right: watching again settles nothing.
      def proved_in_vain?
        @proof.complete? && (@situation.power == "on" || sound < Troubleshooting::SURE_ENOUGH)
      end

      # Expected minutes of what comes after if the repair was the wrong one.
      def failure(plan, arrangement)
        failing =
          @expected_cost.hypotheses.each_with_index.map do |hypothesis, number|
            @soundness.sound?(hypothesis, arrangement) ? 0.0 : @expected_cost.weights[number]
          end
        share = failing.sum
        return 0.0 if share.zero?

        there = @expected_cost.carried_out(plan, @work_state).switched_on(@costs, @job)
        @expected_cost.repair(there, failing) + undoing(plan, failing) +
          (
            share *
              (
                ExpectedCost::FAILED +
                  (Diagnosis::Belief.entropy(@expected_cost.shares(failing)) * ExpectedCost::MINUTES_PER_BIT)
              )
          )
      end

      # Minutes to put back what was right as it was, should it come to that.
      def undoing(plan, failing)
        kept = @expected_cost.plans.index(&:nothing?)
        return 0.0 if kept.nil? || plan.nothing?

        @expected_cost.shares(failing)[kept] * @expected_cost.work(plan)
      end

      def step_of(plan)
        place = plan.places.min_by { |name| name == @situation.at ? 0 : 1 }
        return @approach.hands(place) { |hands| work(plan, place, hands) } if place
        return @permits.looking.step(:replace, device: plan.lamp, kind: "lamp") if plan.lamp

        @approach.power do |looking|
          @proof.next_missing&.then { |raised| @approach.toggled(raised) { watched(looking) } }
        end
      end

      # The look; where one was unsure of it twice running, the nearest toggle thrown first.
      def watched(looking)
        look = looking.step(:watch)
        return look unless @situation.declined?(look.to_h, Evidence::Refusals::LOOKS + 1)

        control = @job.goal.controls.min_by { |one| one.place == @situation.at ? 0 : 1 }
        if @situation.declined?(look.to_h, Evidence::Refusals::LOOKS)
          look
        else
          @permits.looking.step(:set, device: control.id, to: @toggles.positions[control.id] ? "down" : "up")
        end
      end

      # New device first, then what has to be made anew comes apart, then everything as it shall be, then the tape.
      def work(plan, place, hands)
        device, kind = plan.replacements_at(place).first
        return hands.step(:replace, device: device, kind: kind) if device

        receptacle, tab = plan.tabs_at(place).first
        return hands.step(:tab, device: receptacle, tab: tab) if receptacle
        return hands.step(:arrange, joints: without(place, plan.remakes[place])) if plan.remakes[place]
        return hands.step(:arrange, joints: plan.joints[place]) if plan.joints[place]

        point, tape = plan.tapes_at(place).first
        hands.step(:mark, point: point, tape: tape)
      end

      def without(place, points)
        @situation.joints(place).map { |joint| joint - points }.select { |joint| joint.size > 1 }
      end
    end
  end
end
