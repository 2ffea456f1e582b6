# frozen_string_literal: true

module Dielectra
  module Session
    # Loose conductors joined in one box, two to each other or one to the ground, to be looked for in another.
    class JoinedPairs < Readings
      # Joints between loose conductors of a place, and between one and the ground, that are thought of.
      MOST_JOINED = 8
      MOST_GROUNDED = 4

      def to_a
        return [] unless @situation.tool?("continuity")

        places = @now.workable
        places.flat_map do |here|
          trials(here).flat_map { |joint| (places - [here]).flat_map { |there| joined(here, there, joint) } }
        end
      end

      private

      # Any two loose conductors, those of different cables first, and each to the ground.
      # @return [Array<Array<String>>]
      def trials(place)
        loose = @situation.conductors(place) - @situation.joints(place).flatten
        ground = ground_of(place)
        pairs = loose.combination(2).partition { |pair| pair.map { |point| PointId.owner(point) }.uniq.size > 1 }
        pairs.flatten(1).first(MOST_JOINED) + (ground ? loose.first(MOST_GROUNDED).map { |point| [point, ground] } : [])
      end

      # A grounding conductor of a place, one that is joined if there is one.
      def ground_of(place)
        bare = @situation.grounds(place)
        bare.find { |point| @situation.joints(place).any? { |joint| joint.include?(point) } } || bare.first
      end

      def joined(here, there, joint)
        now = @situation.joints(here)
        joints = Evidence::Arrangement.joined(now, joint)
        arrangement = @now.world.same(@situation.arrangement.with_joints(here, from: now, to: joints))
        work = Evidence::Arrangement.changed(now, joints).size * @costs["arrange_point"]
        state = hands_in(here).spend(work).hands_in(there, @costs, @job).spend(@costs["probe"] + work)
        pairs = @now.probing_points(there).combination(2).to_a
        heard = ContinuitySignatures.new(@now.hypotheses, @now.prediction, arrangement, @now.toggles, pairs)
        best(:join, pairs, heard, state, subject: joint, most: 1) do
          @approach.hands(here) { |hands| hands.step(:arrange, joints:) }
        end
      end
    end
  end
end
