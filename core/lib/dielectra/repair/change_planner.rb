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
      # Insulated conductors of a run that would be needed, the fewest first
      SIZES = [2, 3].freeze
      # Runs named where none that is allowed would do
      MOST_NEEDED = 2

      # @return [Diagnosis::World] of the house as it shall be
      attr_reader :world

      # @param job [Evidence::Job] with the change asked for
      # @param costs [Evidence::Costs]
      def initialize(job, costs)
        @job = job
        @after = job.after
        @costs = costs
        @world = Diagnosis::World.new(@after)
        @search = RewireSearch.new(@after, BoxWork.new(@after, costs))
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
        plan.possible? ? extended(hypothesis, plan.design, situation, world) : nil
      end

      private

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

      def designs(hypothesis, situation, more = []) =
        ChangeDesigns.new(hypothesis.skeleton, @after, allowed(situation) + more, situation.pulled)

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
        extended = extended(hypothesis, design, situation, @world)
        there = fitted(situation, extended, hypothesis)
        minutes, functions, targets, kinds = @search.priced(extended, there, [], below:)
        return unless minutes

        work = work(design, extended, situation)
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
            lamps: arrangement.lamps
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

      # --- the house as it shall be

      def extended(hypothesis, design, situation, world)
        layout =
          Design::PlannedLayout.new(
            edges: design.edges,
            carried: design.carried,
            chains: design.chains,
            fits: @job.wanted["fit"] || {}
          )
        runs = design.edges.map { |edge| run(hypothesis, edge, design, situation) }
        skeleton = Diagnosis::LaidSkeleton.new(layout, runs, @after, world)
        assembly = Diagnosis::Assembly.new(skeleton, boxes(hypothesis, layout, situation), world)
        gone = (@job.wanted["retire"] || []) | (@job.wanted["fit"] || {}).keys
        faults = hypothesis.faults.reject { |fault| gone.include?(fault.device) }
        Diagnosis::Hypothesis.new(assembly:, faults:, prior: hypothesis.weight, world:)
      end

      def run(hypothesis, edge, design, situation)
        known = hypothesis.skeleton.runs.find { |run| run.places.equal?(edge) }
        return known if known

        pulled = situation.pulled.find { |run| run.between.equal?(edge) }
        pulled ? laid(edge, pulled) : drafted(edge, design.new_runs.fetch(edge))
      end

      # A run that was pulled
      def laid(edge, pulled)
        strands = pulled.insulated.map { |points, color| Design::Run::Strand.new(points, color, nil) }
        Design::Run.new(places: edge, ends: ends(pulled), strands:, grounding: pulled.grounding)
      end

      def ends(pulled) = pulled.conductors.first.map { |point| PointId.owner(point) }

      # A run that is only thought of
      def drafted(edge, work)
        type = work.type(gauge)
        names = edge.map { |place| "#{place}/#{DRAFTED}#{edge.find { |other| other != place }}" }
        colors = work.raceway ? hot_colors.first(work.conductors) : Trade::CableType.colors(type)
        strands =
          colors.each_with_index.map do |color, slot|
            Design::Run::Strand.new(names.map { |name| "#{name}.#{color}_#{slot}" }, color, nil)
          end
        Design::Run.new(
          places: edge,
          ends: names,
          strands:,
          grounding: (names.map { |name| "#{name}.bare" } unless work.raceway)
        )
      end

      # The first letters of a cable end that is only thought of
      DRAFTED = "~new_"
      private_constant :DRAFTED

      def hot_colors = %w[red blue orange]

      # The gauge that goes with the breaker
      def gauge
        amps = @job.document["breakers"].filter_map { |row| row["amps"] }.max || 15
        amps > 20 ? "10" : (amps > 15 ? "12" : "14")
      end

      def boxes(hypothesis, layout, situation)
        retired = @job.wanted["retire"] || []
        # Copies, since a box numbers its points by the world it is in.
        kept =
          hypothesis.boxes.transform_values do |box|
            Diagnosis::Box.new(**box.to_h, devices: box.devices.except(*retired))
          end
        @job
          .goal
          .new_items
          .reduce(kept) do |all, item|
            place = item["place"]
            kind = situation.found_device(item["id"])&.fetch("kind") || new_kind(item, layout)
            old = all[place] || Diagnosis::Box.new(place:, devices: {}, joints: [], weight: 1.0, damaged: [])
            all.merge(place => Diagnosis::Box.new(**old.to_h, devices: old.devices.merge(item["id"] => kind)))
          end
      end

      def new_kind(item, layout) =
        item["kind"] == Goals::Change::SWITCH ? layout.duty(item["id"]).kind || "single_pole" : item["kind"]

      # --- the work

      # Steps that are left to do before the rewire
      def work(design, extended, situation)
        boxes = @job.new_places.map(&:id).reject { |place| situation.open?(place) }
        [
          *boxes.map { |place| { "do" => "box", "place" => place, **usual_box } },
          *design.new_runs.map { |edge, work| pull(edge, work) },
          *fits(extended, situation),
          *((@job.wanted["retire"] || []) - situation.retired).map { |device| { "do" => "retire", "device" => device } }
        ]
      end

      def usual_box = { "enclosure" => "plastic", "volume_in3" => 20.0 }

      def pull(edge, work)
        what = work.raceway ? { "colors" => hot_colors.first(work.conductors) } : { "type" => work.type(gauge) }
        # The new box last: one stays where the run starts.
        { "do" => "cable", "between" => edge, **what }
      end

      def fits(extended, situation)
        new =
          @job.goal.new_items.map { |item| [item["id"], extended.boxes.fetch(item["place"]).devices.fetch(item["id"])] }
        wanted = (@job.wanted["fit"] || {}).to_a
        (new + wanted)
          .reject { |device, _| situation.fitted.key?(device) }
          .map { |device, kind| { "do" => "fit", "device" => device, "kind" => kind } }
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

      # --- what it would take

      # Runs of which one alone would make it possible, those with the fewest conductors first
      # @return [Array<Hash>]
      def needed(hypothesis, situation)
        places = @after.boxes.map(&:id)
        SIZES.each do |size|
          found =
            places
              .combination(2)
              .filter_map do |between|
                run = Evidence::NewRun.new(between, 0, false)
                designs = designs(hypothesis, situation, [run]).lazy
                fits =
                  designs.any? do |design|
                    design.new_runs.any? { |edge, work| edge == between && work.conductors <= size }
                  end
                { "run" => between, "type" => "#{gauge}/#{size}" } if fits
              end
          return found.first(MOST_NEEDED) if found.any?
        end
        []
      end
    end
  end
end
