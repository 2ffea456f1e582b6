# frozen_string_literal: true

module Dielectra
  module Repair
    # The least work for a change, under each hypothesis about the house as it stands. Every design over the runs is
    # priced: boxes, runs, devices, and the smallest rewire. Source of the prices: Evidence::Costs.
    class ChangePlanner
      # Designs of one hypothesis whose new work is summed, at most
      MOST_COMPARED = 96
      # Those of them, by the least new work, whose rewire is searched
      MOST_PRICED = 24
      # Probability of a hypothesis below which nobody asks what it would take under it
      FAINT = 0.02

      # @return [Diagnosis::World] of the house as it shall be
      attr_reader :world

      # @param job [Evidence::Job] with the change asked for
      # @param costs [Evidence::Costs]
      def initialize(job, costs)
        @job = job
        @after = job.after
        @costs = costs
        @world = Diagnosis::World.new(@after)
        @house = HouseToBe.new(job)
        @work = ChangeWork.new(job)
        @search = RewireSearch.new(@after, BoxWork.new(@after, costs), patience: RewireSearch::BRIEF)
        @plans = {}.compare_by_identity
      end

      # @param hypothesis [Diagnosis::Hypothesis] about the house as it stands
      # @param situation [Evidence::Situation]
      # @return [ChangePlan]
      def plan(hypothesis, situation)
        memo = (@plans[hypothesis.assembly] ||= {})
        memo[circumstances(situation)] ||= build(hypothesis, situation)
      end

      # Other ways to make the change under a hypothesis, each with other runs, cheapest first
      # @param most [Integer]
      # @return [Array<ChangePlan>]
      def ways(hypothesis, situation, most)
        designs = designs(hypothesis, situation).first(MOST_COMPARED)
        groups =
          designs.group_by { |design| design.new_runs.each_value.map { |work| [work.between, work.conductors] }.sort }
        groups.values.filter_map { |some| cheapest(some, hypothesis, situation) }.min_by(most, &:cost)
      end

      # The hypothesis about the house as it shall be, once all runs are pulled
      # @param hypothesis [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @param world [Diagnosis::World]
      # @return [Diagnosis::Hypothesis, nil] nil where the change cannot be made under it
      def carried(hypothesis, situation, world)
        plan = plan(hypothesis, situation)
        plan.possible? ? @house.under(hypothesis, plan.design, situation, world) : nil
      end

      # Runs of which one alone would do, where those that are allowed do not
      # @param hypothesis [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @return [Array<Hash>] `run` and `type`
      def needed(hypothesis, situation) = runs_needed(hypothesis, situation).to_a

      # Runs that do it only together, where no run does it alone
      # @return [Array<Hash>] `run` and `type`
      def needed_together(hypothesis, situation)
        return [] if @after.goal.overtaxed_yoke

        (@together ||= {})[[hypothesis.skeleton, situation.pulled]] ||= runs_needed(hypothesis, situation).together
      end

      private

      def runs_needed(hypothesis, situation) =
        RunsNeeded.new(hypothesis.skeleton, @job, allowed(situation), situation.pulled)

      def circumstances(situation) =
        [situation.arrangement, situation.opened.keys, situation.pulled, situation.retired, situation.fitted]

      def build(hypothesis, situation)
        best = cheapest(designs(hypothesis, situation), hypothesis, situation)
        best || ChangePlan.new(needs: hypothesis.weight < FAINT ? [] : needed(hypothesis, situation))
      end

      def allowed(situation)
        left = Evidence::NewRun.allowed(@job)
        situation.pulled.each { |run| left.delete_at(left.index { |one| one.between?(run.between) } || left.size) }
        left
      end

      def designs(hypothesis, situation) =
        ChangeDesigns.new(hypothesis.skeleton, @after, allowed(situation), situation.pulled)

      # @return [ChangePlan, nil]
      def cheapest(designs, hypothesis, situation)
        priced =
          designs
            .first(MOST_COMPARED)
            .map { |design| [new_work(design) + rules(design), design] }
            .sort_by
            .with_index { |(minutes, _), at| [minutes, at] }
        priced
          .first(MOST_PRICED)
          .reduce(nil) do |best, (least, design)|
            next best if best && best.cost <= least

            plan = priced(design, hypothesis, situation, best && (best.cost - least))
            plan && (best.nil? || plan.cost < best.cost) ? plan : best
          end
      end

      def new_work(design) = design.new_runs.each_value.sum { |work| work.minutes(@costs) }

      # A design with its rewire
      # @return [ChangePlan, nil] nil where no rewire does it
      # @param below [Float, nil] minutes that the rewire has to stay below
      def priced(design, hypothesis, situation, below)
        extended = @house.under(hypothesis, design, situation, @world)
        there = fitted(situation, extended, hypothesis)
        minutes, functions, targets, kinds = @search.priced(extended, there, [], below:)
        return unless minutes

        work = @work.left(design, extended, situation)
        changed = targets.transform_values(&:changed).reject { |_, points| points.empty? }
        rewire = rewire(extended, there, targets, changed, kinds, functions)
        mishaps = mishaps(extended, there, targets, kinds, rewire.tabs)
        return unless mishaps.safe?

        ChangePlan.new(
          mishaps:,
          rules: rules(design),
          work:,
          rewire:,
          design:,
          minutes: minutes + new_work(design) + work.sum { |step| step["do"] == "cable" ? 0.0 : @costs[step["do"]] },
          places: places(work, rewire)
        )
      end

      # What a rule that a design does not meet adds to its cost, in minutes
      SPLIT = 15.0
      WITHOUT_NEUTRAL = 2.0
      private_constant :SPLIT, :WITHOUT_NEUTRAL

      def rules(design)
        (design.split? ? SPLIT : 0.0) + (design.without_neutral(@job.goal.new_switch_places).size * WITHOUT_NEUTRAL)
      end

      # The house as it is joined then, with one mishap at a time
      def mishaps(extended, situation, targets, kinds, tabs)
        arrangement = situation.arrangement
        all = extended.kinds(arrangement).merge(kinds)
        broken = tabs.to_h { |device, tab| [device, Trade::KindName.without_tab(all.fetch(device), tab)] }
        done =
          Evidence::Arrangement.new(
            joints: arrangement.joints.merge(targets.transform_values(&:joints)),
            touched: arrangement.touched,
            kinds: arrangement.kinds.merge(kinds, broken),
            lamps: arrangement.lamps,
            unplugged: arrangement.unplugged
          )
        Mishaps.new(extended, done, soundness, prediction, @after)
      end

      def prediction = @prediction ||= Diagnosis::Prediction.new(@world)

      def soundness = @soundness ||= Soundness.new(@world, prediction)

      def rewire(extended, situation, targets, changed, kinds, functions)
        worked = changed.keys | kinds.keys.map { |device| place_of(device) }
        Plan.new(
          joints: targets.slice(*worked).transform_values(&:joints),
          changed:,
          replacements: kinds,
          tabs: broken(extended, situation, kinds),
          functions: functions.transform_values { |one| ConductorChoices.function(one) },
          places: device_places,
          open: situation.opened.keys
        )
      end

      def broken(extended, situation, kinds)
        extended
          .kinds(situation.arrangement)
          .merge(kinds)
          .to_h { |device, _| [device, extended.skeleton.layout.duty(device).broken_tab] }
          .select do |device, tab|
            tab && Trade::DeviceKind[extended.kinds(situation.arrangement)[device]].tabs.key?(tab)
          end
      end

      def device_places =
        @device_places ||= (@job.controls + @after.controls + @after.loads).to_h { |item| [item.device, item.place] }

      def place_of(device) = device_places.fetch(device)

      # Boxes that are there and have to be open
      def places(work, rewire)
        mine = work.flat_map { |step| step["between"] || (step["device"] ? [place_of(step["device"])] : []) }
        (mine | rewire.places) - @job.new_places.map(&:id)
      end

      # The situation once devices are fitted and taken out
      def fitted(situation, extended, hypothesis)
        todo = (@job.wanted["fit"] || {}).reject { |device, _| situation.fitted.key?(device) }
        arrangement =
          todo.reduce(situation.arrangement) do |so_far, (device, kind)|
            place = place_of(device)
            so_far.with_fitted(device, kind, place:, from: extended.joints(place, @world.same(so_far)))
          end
        arrangement =
          ((@job.wanted["retire"] || []) - situation.retired).reduce(arrangement) do |so_far, device|
            place = place_of(device)
            next so_far unless hypothesis.boxes.key?(place)

            so_far.without_device(device, place:, from: hypothesis.joints(place, so_far))
          end
        situation.with(arrangement: @world.same(arrangement))
      end
    end
  end
end
