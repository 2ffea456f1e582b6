# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # A belief about a house whose runs are settled: it is reweighed by what is observed, and a hidden fault is looked
    # for where an answer surprises, but no other layout.
    class SettledBelief < Belief
      def after(step, before, after, number)
        world.stirred = after.stirred
        seen = Observation.of(step, before, number, world).map { |item| world.interned(item) }
        newly = after.opened_boxes - before.opened_boxes
        return opened(newly.first, after, observations + seen) if newly.any?
        return self if seen.empty?

        scored = @update.scored(hypotheses, seen)
        settled(observations + seen, scored.empty? ? hypotheses : scored).grown_by_faults(after)
      end

      # The same with hidden faults considered where the last answers surprise.
      # @return [SettledBelief]
      def grown_by_faults(situation)
        odd = hypotheses.empty? ? [] : discrepancies(hypotheses.first)
        return self if odd.size <= @tolerated

        space = Space.new(world, situation)
        further = hypotheses.first(EXTENDED).flat_map { |one| explaining(space.faulty(one), one, odd) }
        fresh = @update.fresh(space.likeliest(further, MOST_FURTHER), observations)
        settled(observations, hypotheses + fresh, tolerated: odd.size)
      end

      def reconsidered(_situation) = self

      private

      # The same once a box is open that the plan left closed. Everything is weighed anew, since points have new names.
      # Where the box is not what it was taken for, no hypothesis is left: nothing is rewired by a wrong one.
      def opened(place, situation, observations)
        later = OpenedLater.new(world, situation, place)
        found = hypotheses.flat_map { |one| later.of(one) }
        world.forget
        prediction.forget
        grown = settled(observations, @update.fresh(found, observations)).grown_by_faults(situation)
        best = grown.hypotheses.first
        best && grown.discrepancies(best).size <= @tolerated ? grown : settled(observations, [])
      end

      def settled(observations, hypotheses, tolerated: @tolerated) =
        SettledBelief.new(world:, observations:, hypotheses:, prediction:, tolerated:, generation: @generation)

      def with(observations, hypotheses, _generation = nil, **) = settled(observations, hypotheses)
    end
  end
end
