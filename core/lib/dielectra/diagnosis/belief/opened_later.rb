# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A hypothesis with settled runs, once a box opens that was closed until then. Its runs end at cable ends that were
    # found there now, and the box is joined as found.
    class OpenedLater
      # @param world [World]
      # @param situation [Evidence::Situation] with the box open
      # @param place [String]
      def initialize(world, situation, place)
        @world = world
        @situation = situation
        @place = place
      end

      # @param hypothesis [Hypothesis]
      # @return [Array<Hypothesis>] one for each way its runs can be the cables found; none where they cannot
      def of(hypothesis)
        unseen = hypothesis.skeleton.runs.select { |run| run.at?(@place) && blind?(run.ends[run.side(@place)]) }
        ways(unseen).filter_map { |ends| relaid(hypothesis, unseen.zip(ends).to_h.compare_by_identity) }
      end

      private

      def blind?(cable_end) = cable_end.include?("/~")

      # Cable ends for some runs, in their order
      def ways(unseen)
        free = @situation.surveyed_cable_ends(@place)
        free.permutation(unseen.size).select { |ends| unseen.zip(ends).all? { |run, found| fits?(run, found) } }
      end

      def fits?(run, found)
        run.strands.map(&:color).sort == found.insulated.map(&:color).sort && grounded_alike?(run, found)
      end

      # A run of which nothing was seen yet is only supposed to have a ground. It may have none.
      def grounded_alike?(run, found) =
        !run.grounding == !found.grounding || (run.grounding && run.ends.all? { |one| blind?(one) })

      # @return [Hypothesis, nil] nil where its fault is at a ground that is not there
      def relaid(hypothesis, ends)
        names = {}
        lacking = ends.select { |run, found| run.grounding && !found.grounding }.flat_map { |run, _| run.grounding }
        return if hypothesis.faults.any? { |fault| fault.points&.intersect?(lacking) }

        runs =
          hypothesis.skeleton.runs.map do |run|
            found = ends.find { |one, _| one.equal?(run) }&.last
            found ? laid(run, found, names) : run
          end
        skeleton = LaidSkeleton.new(hypothesis.skeleton.layout, runs, @world.job, @world)
        assembly = Assembly.new(skeleton, hypothesis.boxes.merge(@place => box), @world)
        faults = hypothesis.faults.map { |fault| renamed(fault, names) }
        Hypothesis.new(assembly:, faults:, prior: hypothesis.weight, world: @world)
      end

      # @param names [Hash{String => String}] filled with the new name of each point
      def laid(run, found, names)
        side = run.side(@place)
        left = found.insulated.dup
        strands =
          run.strands.map do |strand|
            wire = left.delete_at(left.index { |one| one.color == strand.color })
            strand.dup.tap { |copy| copy.points = named(strand.points, side, found.point(wire), names) }
          end
        grounding = found.grounding && named(run.grounding, side, found.point(found.grounding), names)
        Design::Run.new(places: run.places, ends: put(run.ends, side, found.id), strands:, grounding:)
      end

      def named(points, side, point, names)
        names[points[side]] = point
        put(points, side, point)
      end

      def put(pair, side, value) = pair.dup.tap { |copy| copy[side] = value }

      def renamed(fault, names)
        return fault unless fault.points

        Deviation.new(**fault.to_h, points: fault.points.map { |point| names.fetch(point, point) })
      end

      def box
        @box ||=
          Box.new(
            place: @place,
            devices:
              @situation.opened[@place]["devices"].to_h { |row| [row["id"], @situation.found_kind(@place, row)] },
            joints: @situation.found_joints(@place),
            weight: 1.0,
            damaged: @situation.damaged(@place)
          )
      end
    end
  end
end
