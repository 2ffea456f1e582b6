# frozen_string_literal: true

module Dielectra
  module Repair
    # Whether a circuit does what is wanted, and whether it is fit to be energised: judged for one hypothesis under one
    # arrangement, from which points hang together in every combination of positions.
    class Soundness
      def initialize(world, prediction)
        @world = world
        @prediction = prediction
        @states = world.combinations
        @flips = flips(world.job.wanted_controls.map(&:id))
        @verdicts = {}.compare_by_identity
      end

      # Every control works the light from every state of the others; the light's return is never switched; nothing that
      # is grounded is ever live; what hangs on beyond is fed.
      def sound?(hypothesis, arrangement)
        arrangement = @world.same(arrangement)
        by_arrangement = (@verdicts[hypothesis] ||= {}.compare_by_identity)
        by_arrangement.fetch(arrangement) { by_arrangement[arrangement] = judge(hypothesis, arrangement) }
      end

      # @return [Boolean] whether line meets neutral, ground or an enclosure with the toggles as they stand
      def hazardous?(hypothesis, arrangement, raised)
        nets = hypothesis.nets(arrangement, raised)
        source = nets[@world.source]
        source == nets[@world.return] || grounded(hypothesis).any? { |point| nets[point] == source }
      end

      private

      # Pairs of states, by number, that differ in one control.
      def flips(controls)
        @states.each_with_index.flat_map do |raised, number|
          controls.select { |id| raised[id] }.map { |id| [number, @states.index(raised.merge(id => false))] }
        end
      end

      def judge(hypothesis, arrangement)
        shown = @states.map do |raised|
          light = @prediction.lights(hypothesis, arrangement, raised)
          return false unless %i[on off].include?(light)

          light
        end
        @flips.all? { |one, other| shown[one] != shown[other] } && unswitched_return?(hypothesis, arrangement) &&
          @states.all? { |raised| harmless?(hypothesis, arrangement, raised) }
      end

      def harmless?(hypothesis, arrangement, raised)
        nets = hypothesis.nets(arrangement, raised)
        source = nets[@world.source]
        neutral = nets[@world.return]
        grounded(hypothesis).none? { |point| nets[point] == source } && (hidden?(hypothesis) || steady(hypothesis).all? { |point| nets[point] == source }) &&
          (hidden?(hypothesis) || onward(hypothesis).all? { |wires, alike| fed?(wires.map { |wire| nets[wire] }, [source, neutral], alike) })
      end

      # Whether the same side of every lamp stays on the neutral in every combination.
      def unswitched_return?(hypothesis, arrangement)
        @world.lamps.each_value.all? do |ends|
          ends.any? do |point|
            @states.all? do |raised|
              nets = hypothesis.nets(arrangement, raised)
              nets[point] == nets[@world.return]
            end
          end
        end
      end

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
        halves.empty? ? halves : @world.job.wanted_loads.filter_map { |load| @world.index["#{load.id}.hot_2"] if halves.include?(load.place) }
      end

      # A connection that fails out of sight on the way onward shows in nothing this job watches.
      def hidden?(hypothesis) = hypothesis.faults.any? { |fault| %i[joint_open conductor_open].include?(fault.kind) }

      # Of conductors that look alike nobody can say from here which an outlet beyond takes for line.
      def fed?(found, wanted, alike) = found == wanted || (alike && found.sort == wanted.sort)

      # Line and neutral, at the near end, of what leaves for elsewhere, and whether they look alike.
      # @return [Array<Array(Array(Integer, Integer), Boolean)>]
      def onward(hypothesis)
        (@onward ||= {}.compare_by_identity)[hypothesis.skeleton] ||=
          hypothesis.skeleton.runs.select { |run| run.outer? && !run.feed? }.map do |run|
            place = run.places.find { |name| !name.start_with?("onward") }
            [%w[line neutral].map { |function| @world.index[run.point(place, function)] }, run.strands.map(&:color).uniq.one?]
          end
      end
    end
  end
end
