# frozen_string_literal: true

module Dielectra
  module Repair
    # The smallest rewire of a hypothesis: over the cables as they lie, the functions their conductors are to carry are
    # searched by branch and bound, each box costing what its joints, its device and its opening cost. Conductors broken
    # in the wall are left out of the search; what then has no solution is an obstacle.
    class Planner
      # Minutes that a neutral on anything but white weighs, so that white is preferred where it is as easy.
      OFF_COLOR = 0.7

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
        memo = (@plans[hypothesis] ||= {})
        memo[[situation.arrangement, situation.opened.keys, situation.tapes.size]] ||= build(hypothesis, situation)
      end

      private

      def build(hypothesis, situation)
        arrangement = situation.arrangement
        return Plan.new(obstacle: hypothesis.fault(:no_supply)) if hypothesis.fault(:no_supply)
        return finished(hypothesis, situation) if @soundness.sound?(hypothesis, arrangement)

        best = shared_rewire(hypothesis, situation)
        return Plan.new(obstacle: hypothesis.fault(:conductor_open)) unless best

        functions, targets, kinds = best
        changed = targets.transform_values(&:changed).reject { |_, points| points.empty? }
        replacements = kinds.merge(failed(hypothesis, arrangement))
        remakes = remakes(hypothesis, arrangement, changed, replacements)
        Plan.new(joints: joints(targets, changed, replacements), changed:, remakes:, replacements:, functions:,
                 lamp: hypothesis.lamp_good?(arrangement) ? nil : @world.lamp_id,
                 tapes: tapes(functions, situation), places: device_places, open: situation.opened.keys)
      end

      # Nothing but tape is left to do.
      def finished(hypothesis, situation)
        wires = situation.opened.keys.flat_map { |place| situation.cable_ends(place).flat_map(&:points) }
        roles = Diagnosis::Roles.new(@world, hypothesis, situation).of(wires)
        functions = roles.reject { |_, role| %w[spare ground].include?(role) }
        Plan.new(functions:, tapes: tapes(functions, situation), places: device_places, open: situation.opened.keys)
      end

      # Where a device of another kind goes in, the whole box is joined anew.
      def joints(targets, changed, replacements)
        worked = changed.keys | replacements.keys.map { |device| device_places.fetch(device) }
        targets.slice(*worked).transform_values(&:joints).select do |place, _|
          changed.key?(place) || replacements.any? { |device, _| device_places.fetch(device) == place }
        end
      end

      def failed(hypothesis, arrangement)
        hypothesis.faults.select { |fault| fault.contact && !arrangement.kinds.key?(fault.device) }
                  .to_h { |fault| [fault.device, hypothesis.kinds(arrangement).fetch(fault.device)] }
      end

      def remakes(hypothesis, arrangement, changed, replacements)
        hypothesis.dead_points(arrangement).reject { |point| changed.values.flatten.include?(point) }
                  .reject { |point| replacements.any? { |device, _| mate?(hypothesis, arrangement, point, device) } }
                  .group_by { |point| place_of(hypothesis, point) }
      end

      # A new device has the wires under its screws made anew.
      def mate?(hypothesis, arrangement, point, device)
        place = device_places.fetch(device)
        hypothesis.joints(place, arrangement).any? { |joint| joint.include?(point) && joint.any? { |other| other.start_with?("#{device}.") } }
      end

      def place_of(hypothesis, point) = hypothesis.faults.find { |fault| fault.points&.include?(point) }.place

      def device_places
        @device_places ||= [*@job.wanted_controls, @job.wanted_load].to_h { |item| [item.id, item.place] }
      end

      # White conductors that are hot, in boxes that are open.
      def tapes(functions, situation)
        situation.opened.keys.flat_map { |place| situation.cable_ends(place) }.flat_map do |cable_end|
          cable_end.insulated.filter_map do |wire|
            point = cable_end.point(wire)
            function = functions[point]
            next if function.nil? || function == "neutral" || !Trade::Color.marked_when_hot?(wire.color)
            next if wire.tape || situation.tapes.key?(point)

            [point, "black"]
          end
        end.to_h
      end

      # Hypotheses that differ in faults alone share their rewire.
      def shared_rewire(hypothesis, situation)
        broken = hypothesis.faults.filter_map { |fault| fault.points if fault.kind == :conductor_open }
        memo = (@rewires[hypothesis.boxes] ||= {})
        memo.fetch([broken, situation.arrangement, situation.opened.keys]) { |key| memo[key] = rewire(hypothesis, situation, broken) }
      end

      # @return [Array(Hash, Hash, Hash), nil] functions by point, targets by place, replacements by device
      def rewire(hypothesis, situation, broken)
        best = nil
        orders(hypothesis).each do |layout|
          choices = hypothesis.skeleton.runs.map { |run| choices(layout, run, broken) }
          next if choices.any?(&:empty?)

          best = search(hypothesis, situation, layout, choices, best)
        end
        best&.drop(1)
      end

      # Layouts over the cables as they lie, the one they were meant for first.
      def orders(hypothesis)
        layout = hypothesis.skeleton.layout
        edges = hypothesis.skeleton.runs.map(&:places)
        (@orders ||= {}.compare_by_identity)[hypothesis.skeleton] ||=
          [layout.chain, layout.chain.reverse].uniq.map do |chain|
            Design::Layout.new(edges:, chain:, light: layout.light, weight: 1.0)
          end
      end

      # What the conductors of a run may carry, the way they were meant to first.
      def choices(layout, run, broken)
        functions = layout.carried(run.places)
        meant = run.strands.map(&:function)
        return [] if functions.size > run.strands.size

        ways = run.outer? ? [meant] : ([meant] + (functions + ([nil] * (run.strands.size - functions.size))).permutation.to_a).uniq
        ways.select do |way|
          way.compact.sort == functions.sort && run.strands.zip(way).none? { |strand, function| function && broken.include?(strand.points) }
        end
      end

      # Depth first over the runs; a box is priced as soon as all its runs are decided.
      def search(hypothesis, situation, layout, choices, best)
        runs = hypothesis.skeleton.runs
        last = runs.each_with_index.with_object({}) { |(run, depth), index| run.places.each { |place| index[place] = depth } }
        boxes = hypothesis.boxes.keys.group_by { |place| last[place] || 0 }
        stack = [[0, 0.0, {}]]
        while (depth, cost, functions = stack.pop)
          next if best && cost >= best.first

          if depth == runs.size
            best = [cost, functions, *targets(hypothesis, situation, layout, functions)]
            next
          end
          choices[depth].reverse_each do |way|
            decided = functions.dup
            runs[depth].strands.each_with_index { |strand, slot| strand.points.each { |point| decided[point] = way[slot] } }
            now = cost + color_cost(runs[depth], way)
            (boxes[depth] || []).each { |place| now += box_cost(hypothesis, situation, layout, place, decided) }
            stack << [depth + 1, now, decided] unless best && now >= best.first
          end
        end
        best
      end

      def color_cost(run, way)
        neutral = way.index("neutral")
        return 0.0 if neutral.nil? || Trade::Color.neutral?(run.strands[neutral].color)

        run.strands.any? { |strand| Trade::Color.neutral?(strand.color) } ? OFF_COLOR : 0.0
      end

      def targets(hypothesis, situation, layout, functions)
        boxes = hypothesis.boxes.keys.to_h { |place| [place, target(hypothesis, situation, layout, place, functions)] }
        kinds = hypothesis.boxes.keys.filter_map { |place| replacement(hypothesis, situation, layout, place) }.to_h
        [boxes, kinds]
      end

      # @return [Array(String, String), nil] the switch to replace because it is of the wrong kind, and the right kind
      def replacement(hypothesis, situation, layout, place)
        device = hypothesis.boxes[place].device
        return unless layout.chain.include?(place) && device

        kind = hypothesis.kinds(situation.arrangement)[device]
        needed = Design::Workmanship.needed_kind(layout.chain.size)
        [device, needed] unless kind == needed || (needed == "single_pole" && %w[three_way dimmer].include?(kind))
      end

      def target(hypothesis, situation, layout, place, functions)
        current = hypothesis.joints(place, situation.arrangement)
        chain_place = Diagnosis::Skeleton.chain_place(layout.chain, place)
        here = hypothesis.skeleton.functions_at(place).to_h { |point, _| [point, functions[point]] }
        memo = (@targets[current] ||= {})
        memo[[chain_place, here, situation.open?(place)]] ||= begin
          device = hypothesis.boxes[place].device
          kind = replacement(hypothesis, situation, layout, place)&.last || hypothesis.kinds(situation.arrangement)[device]
          Target.new(current:, functions: here, workmanship: Design::Workmanship.new(device:, kind:, chain_place:),
                     grounds: grounds(hypothesis, situation, place))
        end
      end

      def grounds(hypothesis, situation, place)
        device = hypothesis.boxes[place].device
        metal = situation.open?(place) && situation.opened[place]["enclosure"] == "metal"
        hypothesis.skeleton.grounds_at(place) + [("#{device}.ground" if device), ("#{place}.box" if metal)].compact
      end

      def box_cost(hypothesis, situation, layout, place, functions)
        changed = target(hypothesis, situation, layout, place, functions).changed.size
        replaced = replacement(hypothesis, situation, layout, place) ? @costs["replace"] : 0.0
        return 0.0 if changed.zero? && replaced.zero?

        entry = situation.open?(place) ? 0.0 : @costs.opening(@job.place(place)) + @costs["prove_dead"]
        (changed * @costs["arrange_point"]) + replaced + entry + @costs["walk"]
      end
    end
  end
end
