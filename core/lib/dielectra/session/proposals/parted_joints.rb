# frozen_string_literal: true

module Dielectra
  module Session
    # A breaker trips: a joint that holds several cables is parted, or all of a box. A reading then tells on which side
    # of it the fault is.
    class PartedJoints < Readings
      # Probability of copper that touches from which joints are parted
      SUSPECTED = 0.1

      def to_a
        return [] unless @now.world.tripping? && @situation.off? && tools.any? && suspected?

        @now.workable.flat_map { |place| ways(place).flat_map { |parted| parting(place, parted) } }
      end

      private

      def tools = @tools ||= %w[continuity resistance].select { |tool| @situation.tool?(tool) }

      def suspected? =
        @now.belief.probability do |one|
          one.faults.any? { |fault| Diagnosis::Deviation::SHORTS.include?(fault.kind) }
        end >= SUSPECTED

      # Joints that are parted together: each by itself, and all that hold conductors of the circuit
      # @return [Array<Array<Array<String>>>]
      def ways(place)
        splices = @situation.joints(place).select { |joint| (joint & @situation.conductors(place)).size > 1 }
        (splices.zip + [splices]).uniq.reject(&:empty?)
      end

      def parting(place, parted)
        now = @situation.joints(place)
        joints = now - parted
        arrangement = @now.world.same(@situation.arrangement.with_joints(place, from: now, to: joints))
        work = parted.flatten.size * @costs["arrange_point"]
        state = hands_in(place).spend((2 * work) + @costs["probe"])
        pairs = pairs(place, parted)
        heard = ContinuitySignatures.new(@now.hypotheses, @now.prediction, arrangement, @now.toggles, pairs, tools:)
        best(:part, pairs, heard, state, subject: place, most: 1) do
          @approach.hands(place) { |hands| hands.step(:arrange, joints:) }
        end
      end

      # Pairs of freed points, and of a freed point with one that stays joined
      def pairs(place, parted)
        freed = parted.flatten & @situation.points(place)
        others = @now.probing_points(place) - freed
        freed.combination(2).to_a + freed.product(others)
      end
    end
  end
end
