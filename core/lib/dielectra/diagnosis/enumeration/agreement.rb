# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Ranks skeletons and hypotheses by how well they agree with the observations, before any is held
    class Agreement
      # Probability that the fault is hidden or in a closed box
      ELSEWHERE = 0.3
      # Number of latest answers used for weighing, and the largest number of rows weighed
      LIGHTS = 6
      READINGS = 4
      MOST = 1_000

      # @param world [World]
      # @param listing [Listing]
      # @param boxes [BoxStates]
      # @param observations [Array<Observation>]
      def initialize(world, listing, boxes, observations)
        @world = world
        @listing = listing
        @boxes = boxes
        @observations = observations
      end

      # @param skeletons [Array<Skeleton>]
      # @return [Array<Array(Float, Skeleton)>] with what they weigh given the observations, heaviest first
      def ranked(skeletons) =
        skeletons.map { |skeleton| [skeleton.weight * of(skeleton), skeleton] }.sort_by { |weight, _| -weight }

      # @param rows [Array<Array(Assembly, Array<Deviation>, Float)>]
      # @return [Array<Array(Float, Array)>] the rows with what they weigh given the answers that tell most for their
      #   time, which are the last ones
      def weighed(rows)
        rows = rows.max_by(MOST) { |_, _, prior| prior } if rows.size > MOST
        rows.map { |row| [weight(hypothesis(*row)), row] }
      end

      # @param hypothesis [Hypothesis]
      # @return [Float] what it weighs given the last answers
      def weight(hypothesis) =
        last_answers.reduce(hypothesis.prior) { |weight, seen| weight * prediction.likelihood(hypothesis, seen) }

      # @return [Prediction]
      def prediction = @prediction ||= Prediction.new(@world)

      private

      def hypothesis(assembly, faults, prior) = Hypothesis.new(assembly:, faults:, prior:, world: @world)

      # Assumes closed boxes as designed; if the light contradicts that, a deviation in one of them
      def of(skeleton)
        elsewhere = ELSEWHERE * @listing.co_occurrence(skeleton.wrong, [:other]) * chance
        @boxes.as_meant(skeleton).map { |assembly, weight| of_assembly(skeleton, assembly, weight, elsewhere) }.max
      end

      def of_assembly(skeleton, assembly, weight, elsewhere)
        meant = hypothesis(assembly, [], weight)
        shown = @listing.nothing(skeleton) * looks.told(meant).first
        looks
          .others
          .reduce(weight * [shown, elsewhere].max) { |product, seen| product * prediction.likelihood(meant, seen) }
      end

      def last_answers
        @last_answers ||=
          begin
            known = @observations.select { |seen| seen.toggles.known? }
            lights, readings = known.partition { |seen| seen.what == :lamp }
            lights.last(LIGHTS) + readings.reject { |seen| seen.what == :breaker }.last(READINGS)
          end
      end

      # Probability that a fault shows just what was seen. A fault that agrees once agrees each time the same is
      # watched: what counts is how many different combinations were seen.
      def chance = 0.5**lights.map { |seen| seen.toggles.bits }.uniq.size

      def looks = @looks ||= Looks.new(@world, prediction, @observations)

      def lights = @lights ||= @observations.select { |seen| seen.what == :lamp }
    end
  end
end
