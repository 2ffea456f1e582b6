# frozen_string_literal: true

module Dielectra
  module Repair
    # Whether a circuit does what is wanted, and whether it is fit to be energized: judged for one hypothesis under one
    # arrangement, from which points are connected in every combination of positions.
    class Soundness
      def initialize(world, prediction)
        @world = world
        @prediction = prediction
        @flips = world.job.goal.groups.map { |group| [group.load_ids, flips(group), group.live?] }
        @verdicts = {}.compare_by_identity
        @hazards = {}.compare_by_identity
      end

      # Whether every control works its loads from every state of the others, the return is never switched, grounded
      # metal is never live, and everything downstream is fed
      def sound?(hypothesis, arrangement)
        arrangement = @world.same(arrangement)
        by_arrangement = (@verdicts[hypothesis] ||= {}.compare_by_identity)
        by_arrangement.fetch(arrangement) do
          by_arrangement[arrangement] = hypothesis.ways.all? { |way| judge(way, arrangement) }
        end
      end

      # What the circuit serves under a hypothesis
      # @return [Hash{Object => Integer}] load or outlet downstream => combinations in which it is fed, as bits
      def service(hypothesis, arrangement)
        arrangement = @world.same(arrangement)
        reach = hypothesis.reach(arrangement)
        loads = @world.lamps.keys.to_h { |lamp| [lamp, @prediction.lit(hypothesis, arrangement, lamp)] }
        outlets =
          onward(hypothesis).each_with_index.to_h do |((line, neutral), _), number|
            [number, reach.live(line) & reach.neutral(neutral)]
          end
        loads.merge(outlets)
      end

      # @return [Integer] combinations of contacts in which line meets neutral, ground or an enclosure
      def hazards(hypothesis, arrangement)
        by_arrangement = (@hazards[hypothesis] ||= {}.compare_by_identity)
        by_arrangement[@world.same(arrangement)] ||= begin
          reach = hypothesis.reach(arrangement)
          grounded(hypothesis).reduce(reach.tripped) { |mask, point| mask | reach.live(point) }
        end
      end

      private

      # For each control the pairs of combinations, as bits, that differ in it alone; and whether it works the group.
      # @return [Array<Array(Integer, Integer, Boolean)>]
      def flips(group)
        @world
          .job
          .goal
          .controls
          .map(&:id)
          .flat_map do |id|
            works = group.control_ids.include?(id)
            @world.combinations.filter_map do |raised|
              [@world.bit(raised), @world.bit(raised.merge(id => false)), works] if raised[id]
            end
          end
      end

      def judge(hypothesis, arrangement)
        reach = hypothesis.reach(arrangement)
        relieved?(hypothesis, arrangement) && reach.tripped.zero? && obeying?(hypothesis, arrangement) &&
          unswitched_return?(reach) && harmless?(hypothesis, reach) && unborrowed?(hypothesis, arrangement) &&
          separate?(hypothesis, reach) && served?(hypothesis, arrangement, reach)
      end

      # Whether nothing trips the breaker after a while
      def relieved?(hypothesis, arrangement) =
        hypothesis.slow.nil? || (hypothesis.slow == :overload && arrangement.unplugged.any?)

      # Whether every switch that needs a neutral has it, and the line, in every combination.
      def served?(hypothesis, arrangement, reach)
        hypothesis
          .kinds(arrangement)
          .select { |_, kind| Trade::DeviceKind[kind].neutral? }
          .all? do |device, _|
            line, neutral = %w[line neutral].map { |terminal| @world.index["#{device}.#{terminal}"] }
            reach.live(line) == @world.every && reach.neutral(neutral) == @world.every
          end
      end

      # Whether no circuit touches another, but for a neutral that two of them share, and each light has line and
      # neutral of one
      def separate?(hypothesis, reach)
        return true if @world.sources.one?

        crossed = reach.crossed(lines_only: hypothesis.skeleton.layout.sharing?)
        crossed.zero? && @world.lamps.each_value.all? { |ends| reach.own_circuit?(ends) }
      end

      # Whether all lights of a group do the same, none is dim, and each control works those of its groups, and no
      # other, from every state of the others.
      def obeying?(hypothesis, arrangement)
        @flips.all? do |lamps, flips, live|
          lit, *others = lamps.map { |lamp| @prediction.lit(hypothesis, arrangement, lamp) }
          next false if live && lit != @world.every

          others.all?(lit) && lamps.all? { |lamp| @prediction.dim(hypothesis, arrangement, lamp).zero? } &&
            flips.all? { |one, other, works| (lit.anybits?(one) != lit.anybits?(other)) == works }
        end
      end

      def harmless?(hypothesis, reach)
        return false unless grounded(hypothesis).all? { |point| reach.live(point).zero? }

        hidden?(hypothesis) ||
          (
            steady(hypothesis).all? { |point| reach.live(point) == @world.every } &&
              onward(hypothesis).all? { |wires, alike| fed?(reach, *wires, alike) }
          )
      end

      # Whether no ground is used for anything else.
      def unborrowed?(hypothesis, arrangement)
        hypothesis.boxes.all? do |place, box|
          beside_grounds(hypothesis, place, hypothesis.joints(place, arrangement)).none? do |point|
            hypothesis.skeleton.functions_at(place)[point] ||
              box.devices.each_key.any? { |device| PointId.of?(point, device) }
          end
        end
      end

      # Points that touch a ground and are none themselves.
      def beside_grounds(hypothesis, place, joints)
        (@beside_grounds ||= {}.compare_by_identity)[joints] ||= begin
          bare = hypothesis.skeleton.grounds_at(place)
          joints.flat_map do |joint|
            grounds, others = joint.partition { |point| PointId.metal?(point) || bare.include?(point) }
            grounds.empty? ? [] : others
          end
        end
      end

      # Whether the neutral side of every lamp and outlet stays on the neutral in every combination: a shell is never
      # hot.
      def unswitched_return?(reach) =
        @world.lamps.each_value.all? { |_, neutral| reach.neutral(neutral) == @world.every }

      def grounded(hypothesis)
        (@grounded ||= {}.compare_by_identity)[hypothesis.skeleton] ||= begin
          bare = hypothesis.skeleton.runs.filter_map(&:grounding).flatten
          boxes = @world.job.places.map { |place| "#{place.id}.box" }
          (bare + boxes).filter_map { |point| @world.index.number(point) }
        end
      end

      # The halves of receptacles that are always on.
      def steady(hypothesis)
        halves = hypothesis.skeleton.layout.halves
        if halves.empty?
          whole
        else
          @world.job.goal.loads.filter_map { |load| @world.index["#{load.id}.hot_2"] if halves.include?(load.place) }
        end
      end

      # The second halves of receptacles that are live as a whole
      def whole
        @whole ||=
          @world
            .job
            .goal
            .groups
            .select(&:live?)
            .flat_map(&:loads)
            .select { |load| load.kind == "receptacle" && load.part.nil? }
            .map { |load| @world.index["#{load.id}.hot_2"] }
      end

      # Whether its fault is on the way downstream, where nothing in this job shows it
      def hidden?(hypothesis) =
        @world.job.bystanders.empty? &&
          hypothesis.faults.any? { |fault| %i[joint_open conductor_open].include?(fault.kind) }

      # Whether a downstream outlet is fed. Where two conductors look alike, either order counts.
      def fed?(reach, line, neutral, alike)
        fed = reach.live(line) & reach.neutral(neutral)
        fed |= reach.live(neutral) & reach.neutral(line) if alike
        fed == @world.every
      end

      # Line and neutral, at the near end, of what leaves for elsewhere, and whether they look alike.
      # @return [Array<Array(Array(Integer, Integer), Boolean)>]
      def onward(hypothesis)
        (@onward ||= {}.compare_by_identity)[hypothesis.skeleton] ||= hypothesis
          .skeleton
          .runs
          .select { |run| run.outer? && !run.feed? }
          .map do |run|
            place = run.places.find { |name| !Design::Layout.onward?(name) }
            [%w[line neutral].map { |role| @world.index[run.point(place, role)] }, run.strands.map(&:color).uniq.one?]
          end
      end
    end
  end
end
