# frozen_string_literal: true

module Dielectra
  module Repair
    # The smallest rewire of a hypothesis: over the cables as they lie, the functions their conductors are to carry are
    # searched by branch and bound, each box costing what its joints, its device and its opening cost. Conductors broken
    # in the wall are left out of the search; what then has no solution is an obstacle.
    class Planner
      include Branching

      # What a conductor carries that is to be left alone, as distinct from a spare.
      CAPPED = "capped "

      # @param soundness [Soundness] so that what works already is left as it is
      def initialize(world, costs, soundness)
        @world = world
        @soundness = soundness
        @job = world.job
        @costs = costs
        @targets = {}.compare_by_identity
        @plans = {}.compare_by_identity
        @rewires = {}.compare_by_identity
      end

      # @param hypothesis [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @return [Plan]
      def plan(hypothesis, situation)
        memo = (@plans[hypothesis] ||= {}.compare_by_identity)
        memo[circumstances(situation)] ||= build(hypothesis, situation)
      end

      # Conductors in open boxes that are hot as they are joined now, and whose colour says otherwise.
      # @return [Hash{String => String}] point => tape
      def unmarked(hypothesis, situation) = tapes(functions_now(hypothesis, situation), situation)

      private

      # The one object for all that a plan depends on in a situation.
      def circumstances(situation)
        return @circumstances if @situation.equal?(situation)

        @situation = situation
        @circumstances =
          (@known ||= {})[
            [
              situation.arrangement,
              situation.opened.size,
              situation.tapes.keys,
              situation.foreign.keys,
              situation.worn,
              situation.unmarkable
            ]
          ] ||= Object.new
      end

      def build(hypothesis, situation)
        arrangement = situation.arrangement
        out_of_reach = hypothesis.fault(:no_supply) || buried(hypothesis, arrangement)
        return Plan.new(obstacle: out_of_reach) if out_of_reach
        return finished(hypothesis, situation) if @soundness.sound?(hypothesis, arrangement)

        tabs = tabs(hypothesis, arrangement)
        return tabs_only(hypothesis, situation, tabs) if tabs.any?

        best = shared_rewire(hypothesis, situation)
        return Plan.new(obstacle: obstacle(hypothesis)) unless best

        functions, targets, kinds = best
        functions = functions.transform_values { |function| function unless function&.start_with?(CAPPED) }
        changed = targets.transform_values(&:changed).reject { |_, points| points.empty? }
        replacements = kinds.merge(failed(hypothesis, arrangement))
        remakes =
          remakes(hypothesis, arrangement, changed, replacements).merge(
            worn(situation, changed, replacements)
          ) { |_, some, more| some | more }
        Plan.new(
          joints: joints(targets, changed, replacements),
          changed:,
          remakes:,
          replacements:,
          functions:,
          lamp: @world.lamps.keys.find { |lamp| !hypothesis.lamp_good?(arrangement, lamp) },
          tapes: tapes(functions, situation),
          places: device_places,
          open: situation.opened.keys
        )
      end

      # Tabs that are whole and have to be broken off.
      # @return [Hash{String => String}] device => tab
      def tabs(hypothesis, arrangement)
        hypothesis
          .deviations
          .select { |deviation| deviation.kind == :tab && !arrangement.kinds.key?(deviation.device) }
          .to_h { |deviation| [deviation.device, Evidence::Situation::HOT_TAB] }
      end

      # The tab first; what else is wrong shows afterwards.
      def tabs_only(hypothesis, situation, tabs)
        functions = functions_now(hypothesis, situation)
        Plan.new(
          functions:,
          tabs:,
          tapes: tapes(functions, situation),
          places: device_places,
          open: situation.opened.keys
        )
      end

      # A joint that makes no contact in a junction that nobody knows of.
      def buried(hypothesis, arrangement)
        hypothesis.faults.find do |fault|
          %i[joint_open joint_intermittent].include?(fault.kind) && Design::Layout.unseen?(fault.place) &&
            hypothesis.dead_points(arrangement).intersect?(fault.points)
        end
      end

      # What stands in the way where no rewire over the cables as they lie will do.
      def obstacle(hypothesis)
        hypothesis.fault(:conductor_open) || hypothesis.fault(:short) || hypothesis.fault(:leak) ||
          Diagnosis::Deviation.new(kind: :old_scheme, place: hypothesis.skeleton.layout.control_places.first)
      end

      # Nothing but tape is left to do.
      def finished(hypothesis, situation)
        functions = functions_now(hypothesis, situation)
        Plan.new(
          functions:,
          tapes: tapes(functions, situation),
          remakes: worn(situation, {}, {}),
          places: device_places,
          open: situation.opened.keys
        )
      end

      # What the conductors in open boxes carry as they are joined.
      def functions_now(hypothesis, situation)
        wires = situation.opened_boxes.flat_map { |place| situation.own_cable_ends(place).flat_map(&:points) }
        Diagnosis::Roles
          .new(@world, hypothesis, situation)
          .of(wires)
          .reject { |_, role| %w[spare ground].include?(role) }
      end

      # Where a device of another kind goes in, the whole box is joined anew.
      def joints(targets, changed, replacements)
        worked = changed.keys | replacements.keys.map { |device| device_places.fetch(device) }
        targets.slice(*worked).transform_values(&:joints)
      end

      # Switches that do not do what their marks say, each with the kind of a new one.
      def failed(hypothesis, arrangement)
        hypothesis
          .faults
          .select { |fault| (fault.contact || fault.seen_as) && !arrangement.kinds.key?(fault.device) }
          .to_h { |fault| [fault.device, hypothesis.kinds(arrangement).fetch(fault.device)] }
      end

      # Joints that were seen to be loose or scorched are made anew, whatever else is wrong.
      # @return [Hash{String => Array<String>}] place => conductors
      def worn(situation, changed, replacements)
        anew = replacements.keys.map { |device| "#{device}." }
        situation
          .worn
          .transform_values do |joints|
            joints
              .reject do |joint|
                joint.any? { |point| point.start_with?(*anew) || changed.values.flatten.include?(point) }
              end
              .flat_map { |joint| joint.grep(PointId::CONDUCTOR) }
          end
          .reject { |_, points| points.empty? }
      end

      # A connection that comes and goes shows when it likes: all in its box are made anew at once.
      def remakes(hypothesis, arrangement, changed, replacements)
        if hypothesis.intermittent&.points && hypothesis.dead_points(arrangement).any?
          return all_remade(hypothesis, arrangement, changed, replacements)
        end

        hypothesis
          .dead_points(arrangement)
          .reject { |point| changed.values.flatten.include?(point) }
          .reject { |point| replacements.any? { |device, _| mate?(hypothesis, arrangement, point, device) } }
          .group_by { |point| place_of(hypothesis, point) }
      end

      def all_remade(hypothesis, arrangement, changed, replacements)
        place = hypothesis.intermittent.place
        grounds = hypothesis.skeleton.grounds_at(place)
        joints = hypothesis.joints(place, arrangement).reject { |joint| joint.size < 2 || joint.intersect?(grounds) }
        anew = replacements.keys.map { |device| "#{device}." }
        points =
          joints.reject { |joint| joint.any? { |point| point.start_with?(*anew) } }.flatten - changed.values.flatten -
            arrangement.touched
        points.empty? ? {} : { place => points }
      end

      # A new device has the wires under its screws made anew.
      def mate?(hypothesis, arrangement, point, device)
        place = device_places.fetch(device)
        hypothesis
          .joints(place, arrangement)
          .any? { |joint| joint.include?(point) && joint.any? { |other| PointId.of?(other, device) } }
      end

      def place_of(hypothesis, point) = hypothesis.faults.find { |fault| fault.points&.include?(point) }.place

      def device_places
        @device_places ||= [*@job.goal.controls, *@job.goal.loads].to_h { |item| [item.id, item.place] }
      end

      # White conductors that are hot, in boxes that are open.
      def tapes(functions, situation)
        situation
          .opened_boxes
          .flat_map { |place| situation.own_cable_ends(place) }
          .flat_map do |cable_end|
            colors = cable_end.insulated.map(&:color)
            cable_end.insulated.filter_map do |wire|
              point = cable_end.point(wire)
              function = functions[point]
              next if function.nil? || function == "neutral" || !@job.region.marked_when_hot?(wire.color, colors)
              if wire.tape || situation.tapes.key?(point) ||
                   situation.declined?({ "do" => "mark", "point" => point, "tape" => @job.region.tape })
                next
              end

              [point, @job.region.tape]
            end
          end
          .to_h
      end

      # Hypotheses that differ in faults alone share their rewire.
      def shared_rewire(hypothesis, situation)
        useless = useless(hypothesis)
        by_circumstances = (@rewires[hypothesis.assembly] ||= {}.compare_by_identity)
        memo = (by_circumstances[circumstances(situation)] ||= {})
        memo.fetch(useless) { memo[useless] = rewire(hypothesis, situation, useless) }
      end

      # Sets of conductors that must not all be used: one that is broken, two that touch or leak.
      # @return [Array<Array<String>>] points, one of each conductor
      def useless(hypothesis)
        hypothesis.faults.filter_map do |fault|
          case fault.kind
          when :conductor_open
            fault.points.first(1)
          when :short, :leak
            fault.points
          end
        end
      end

      # @return [Array(Hash, Hash, Hash), nil] functions by point, targets by place, replacements by device
      def rewire(hypothesis, situation, useless)
        best = nil
        orders(hypothesis.skeleton).each do |layout, runs|
          choices = choices_of_all(layout, runs, useless)
          next if choices.any?(&:empty?)

          best = search(hypothesis, situation, layout, runs, choices, best)
        end
        best&.drop(1)
      end

      # Layouts over the cables as they lie, the one they were meant for first, each with its runs from the leaves inward.
      def orders(skeleton)
        (@orders ||= {}.compare_by_identity)[skeleton] ||= begin
          meant = skeleton.layout
          runs = meant.tree.inward(Design::Layout::FEED).map { |edge| skeleton.runs.find { |run| run.places == edge } }
          both_ways(meant).map { |chains| [meant.with(chains:, scheme: Design::Scheme::PRESENT), runs] }
        end
      end

      # The chains as they were meant, and each of them the other way round.
      def both_ways(layout)
        ways = layout.chains.map { |chain| chain.size > 1 ? [chain, chain.in_order(chain.controls.reverse)] : [chain] }
        ways.first.product(*ways.drop(1))
      end

      # What the conductors of each run may carry. Which traveler of a hop is which is the same circuit either way: it is settled by
      # the first run that has them, as they were meant there.
      def choices_of_all(layout, runs, useless)
        named = []
        runs.map do |run|
          fresh = layout.pairs_of_travelers(run.places) - named
          named += fresh
          choices(layout, run, useless).select { |way| fresh.all? { |pair| in_order?(run, way, pair) } }
        end
      end

      # Whether two travelers lie on conductors in the order in which they were meant to, or, if they were not, in their own.
      def in_order?(run, way, pair)
        meant, now =
          [run.strands.map(&:function), way].map { |functions| pair.map { |function| functions.index(function) } }
        (now.first < now.last) == (meant.include?(nil) || meant.first < meant.last)
      end

      # What the conductors of a run may carry, the way they were meant to first.
      def choices(layout, run, useless)
        functions = layout.carried(run.places)
        return [] if functions.size > run.strands.size

        meant = run.strands.map(&:function)
        ways = run.outer? ? [meant] : ([meant] + orderings(functions, run.strands.size)).uniq
        ways
          .select { |way| way.compact.sort == functions.sort && useless.none? { |points| used?(run, way, points) } }
          .map { |way| capped(run, way, useless) }
      end

      # A conductor that touches another, or leaks to it, and is not used any more, touches nothing at its ends.
      def capped(run, way, useless)
        some = useless.select { |points| points.size > 1 }.flatten
        return way if some.empty?

        way.each_with_index.map do |function, slot|
          function || ("#{CAPPED}#{slot}" if run.strands[slot].points.intersect?(some))
        end
      end

      def orderings(functions, size) =
        (@orderings ||= {})[[functions, size]] ||= (functions + ([nil] * (size - functions.size))).permutation.to_a.uniq

      # Whether a way puts something on all of some conductors; a grounding conductor is always in use.
      def used?(run, way, points)
        strands = points.map { |point| run.strands.index { |strand| strand.points.include?(point) } }
        unless points.all? { |point|
                 run.strands.any? { |strand| strand.points.include?(point) } || run.grounding&.include?(point)
               }
          return false
        end

        strands.compact.all? { |slot| way[slot] }
      end

      # The boxes that are decided with each run, each with the run and slot of its conductors and its runs.
      # @return [Array<Array<Array(String, Array<Array(Integer, Integer)>, Array<Integer>)>>]
      def boxes(hypothesis, runs)
        by_skeleton = ((@boxes ||= {}.compare_by_identity)[hypothesis.skeleton] ||= {}.compare_by_identity)
        by_skeleton[runs] ||= begin
          slots = {}
          last = {}
          runs.each_with_index do |run, depth|
            run.places.each { |place| last[place] = depth }
            run.strands.each_with_index { |strand, slot| strand.points.each { |point| slots[point] = [depth, slot] } }
          end
          places = hypothesis.boxes.keys.select { |place| last.key?(place) }
          runs.each_index.map do |depth|
            places
              .select { |place| last[place] == depth }
              .map do |place|
                mine = hypothesis.skeleton.points_at(place).map { |point| slots.fetch(point) }
                [place, mine, mine.map(&:first).uniq]
              end
          end
        end
      end

      def targets(hypothesis, situation, layout, functions)
        boxes =
          hypothesis.boxes.keys.to_h do |place|
            [
              place,
              target(hypothesis, situation, layout, place, functions.values_at(*hypothesis.skeleton.points_at(place)))
            ]
          end
        kinds =
          hypothesis.boxes.keys.map { |place| replacements(hypothesis, situation, layout, place) }.reduce({}, :merge)
        [boxes, kinds]
      end

      # @return [Hash{String => String}] switches to replace because they are of the wrong kind => the right kind
      def replacements(hypothesis, situation, layout, place)
        kinds = hypothesis.kinds(situation.arrangement)
        hypothesis.boxes[place]
          .devices
          .each_key
          .to_h { |device| [device, layout.duty(device)] }
          .select { |device, duty| duty.switch? && !duty.served_by?(kinds[device]) }
          .transform_values(&:kind)
      end

      # @param carried [Array<String, nil>] what the conductors of the place are to carry, in the order of its points
      def target(hypothesis, situation, layout, place, carried)
        duties = hypothesis.boxes[place].devices.each_key.map { |device| layout.duty(device) }
        points = hypothesis.skeleton.points_at(place)
        memory = memory(hypothesis, situation, place, points)
        by_duties = (memory[:targets][duties] ||= {})
        by_duties[carried] ||= Target.new(
          current: memory[:joints],
          functions: points.zip(carried).to_h,
          partners: memory[:partners],
          workmanship: workmanship(hypothesis, situation, layout, place),
          grounds: memory[:grounds]
        )
      end

      # The box with the devices that are, or will be, in it.
      def workmanship(hypothesis, situation, layout, place)
        kinds = hypothesis.kinds(situation.arrangement).merge(replacements(hypothesis, situation, layout, place))
        fittings =
          hypothesis.boxes[place].devices.each_key.map do |device|
            Design::Workmanship::Fitting.new(device, kinds[device], layout.duty(device))
          end
        Design::Workmanship.new(fittings)
      end

      # Targets of a box as it is joined now, with what they have in common.
      def memory(hypothesis, situation, place, points)
        joints = hypothesis.joints(place, situation.arrangement)
        by_joints = (@targets[joints] ||= {}.compare_by_identity)
        by_joints[points] ||= begin
          kinds = hypothesis.kinds(situation.arrangement).slice(*hypothesis.boxes[place].devices.keys)
          (@memories ||= {})[[place, joints, points, kinds, situation.open?(place)]] ||= {
            joints:,
            partners: Evidence::Arrangement.partners(joints),
            grounds: grounds(hypothesis, situation, place),
            targets: {
            },
            joint_of: points.map { |point| joints.index { |joint| joint.include?(point) } }
          }
        end
      end

      # Everything that belongs to the ground in a box, a second circuit's included.
      def grounds(hypothesis, situation, place)
        unless situation.open?(place)
          devices = hypothesis.boxes[place].devices.keys
          return hypothesis.skeleton.grounds_at(place) + devices.map { |device| PointId.yoke(device) }
        end

        found = situation.opened[place]
        bare =
          situation
            .cable_ends(place)
            .filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }
        yokes = found["devices"].map { |row| "#{row["id"]}.ground" }
        bare + yokes + (found["enclosure"] == "metal" ? ["#{place}.box"] : [])
      end

      # @param carried [Array<String, nil>] what its conductors are to carry, in the order of its points
      def box_cost(hypothesis, situation, layout, place, carried)
        changed = target(hypothesis, situation, layout, place, carried).changes
        replaced = replacements(hypothesis, situation, layout, place).size * @costs["replace"]
        return 0.0 if changed.zero? && replaced.zero?

        replaced + changing(situation, place, changed)
      end

      # What it costs to change some points in a box.
      def changing(situation, place, points)
        return Float::INFINITY if Design::Layout.unseen?(place)

        entry = situation.open?(place) ? 0.0 : @costs.opening(@job.place(place)) + @costs["prove_dead"]
        (points * @costs["arrange_point"]) + entry + @costs["walk"]
      end
    end
  end
end
