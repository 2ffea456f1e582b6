# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypotheses that are held and how much each weighs, after everything seen so far (de Kleer and Williams,
    # "Diagnosing multiple faults", 1987: the probable candidates, weighed by Bayes' rule as measurements come in).
    class Belief
      # Hypotheses that are extended by one thing more where answers surprise, and how many of what they become are
      # held.
      EXTENDED = 15
      MOST_FURTHER = 150
      # How much likelier an extension has to make an answer that surprised.
      EXPLAINS = 2.0
      # Posterior above which a hypothesis that is held without hidden faults is expanded, how many are at once, and how
      # much less likely than the heaviest an expansion may be.
      PROMINENT = 0.01
      DEEPENED = 4
      SHALLOW = 3e-4
      # Hypotheses are sampled anew once so many times fewer are left than were listed.
      WORN = 8
      # Share of the posterior within which hypotheses are looked at for neighbors, and how many are at once.
      REDRAWN = 0.9
      MOST_REDRAWN = 8
      # Likelihood of an answer under a hypothesis below which it is a discrepancy.
      DISCREPANCY = 0.05

      attr_reader :world, :hypotheses, :observations, :prediction

      # The same object as long as hypotheses are only weighed or added to; another one once all are new.
      attr_reader :generation

      # @return [Belief] before anything has been seen
      def self.start(job)
        world = World.new(job)
        new(
          world:,
          observations: [],
          hypotheses: Space.new(world, Evidence::Situation.start(job)).hypotheses,
          prediction: Prediction.new(world)
        )
      end

      # @param tolerated [Integer] answers at odds with the best hypothesis when the space was last grown
      # @param generation [Object]
      # @param listed [Integer, nil] how many were held when they were last listed
      def initialize(world:, observations:, hypotheses:, prediction:, tolerated: 0, generation: Object.new, listed: nil)
        @world = world
        @tolerated = tolerated
        @generation = generation
        @observations = observations
        @prediction = prediction
        @update = Update.new(world, prediction)
        @hypotheses = Update.normalized(hypotheses)
        @listed = listed || @hypotheses.size
      end

      # The belief after one more step.
      # @param step [Hash] with its answer
      # @param before [Evidence::Situation]
      # @param after [Evidence::Situation]
      def after(step, before, after, number)
        world.stirred = after.stirred
        seen = Observation.of(step, before, number, world).map { |item| world.interned(item) }
        return forgiving(after, observations + seen) if after.found_off? && before.breakers_found.empty?

        all = observations + seen
        told = recognised(before, after)
        grown =
          told.any? || suspicious?(seen) || after.opened.size > before.opened.size || after.foreign != before.foreign
        if grown
          return(
            anew(
              all,
              @update.fresh(Space.new(world, after, guide: guide(told), observations: all).hypotheses, all)
            ).regrown(after).deepened(after)
          )
        end
        return self if seen.empty?

        with(all, @update.scored(hypotheses, seen)).resampled(after).regrown(after).redrawn(after).deepened(after)
      end

      # Where expected answers have left few of the hypotheses that stood for many more: the same belief listed anew,
      # guided by what has become likely.
      # @return [Belief]
      def resampled(situation)
        return self unless situation.opened.any? && worn? && discrepancies(hypotheses.first).empty?

        listed = @update.fresh(Space.new(world, situation, guide:, observations:).hypotheses, observations)
        listed.empty? ? self : anew(observations, listed)
      end

      # Where single conductors were drawn from too many ways: the same belief with the neighbors of what has become
      # likely, which differ in two conductors exchanged.
      # @return [Belief]
      def redrawn(situation)
        return self unless situation.unsheathed.any?

        fresh =
          leading(share: REDRAWN, most: MOST_REDRAWN)
            .uniq(&:skeleton)
            .reject { |hypothesis| world.redrawn.key?(hypothesis.skeleton) }
        return self if fresh.empty?

        space = Space.new(world, situation)
        with(observations, hypotheses + fresh.flat_map { |hypothesis| neighbors(hypothesis, space) })
      end

      # The same belief with what has become likely extended by one thing more that may be wrong with it.
      # @return [Belief]
      def deepened(situation)
        plain = hypotheses.select { |hypothesis| hypothesis.plain && hypothesis.weight >= PROMINENT }.first(DEEPENED)
        return self if plain.empty?

        space = Space.new(world, situation)
        with(observations, hypotheses + plain.flat_map { |hypothesis| further(hypothesis, space) })
      end

      # A breaker was off or tripped all along: what was reported of the light before says nothing about the wiring, and
      # nothing need be wrong any more.
      # @return [Belief]
      def forgiving(situation, seen)
        kept = seen.reject { |observation| observation.what == :lamp }
        anew(kept, @update.fresh(Space.new(world, situation).hypotheses, kept))
      end

      # Where an answer surprises even under the best hypothesis: the same belief listed anew with rarer layouts and
      # pairs of faults, if those explain more.
      # @return [Belief]
      def regrown(situation)
        odd = hypotheses.empty? ? 1 : discrepancies(hypotheses.first).size
        return self unless odd > @tolerated

        grown = grown(Space.new(world, situation, wide: true, guide:, observations:))
        Belief.new(world:, observations:, prediction:, hypotheses: grown.empty? ? hypotheses : grown, tolerated: odd)
      end

      # The same belief listed anew from everything observed, with rarer layouts and pairs of faults, whatever was
      # pruned on the way.
      # @return [Belief]
      def reconsidered(situation)
        grown = grown(Space.new(world, situation, wide: true, guide:, observations:))
        grown.empty? ? self : Belief.new(world:, observations:, prediction:, hypotheses: grown, tolerated: @tolerated)
      end

      # The belief of somebody who knows that nothing else is true.
      # @param some [Array<Hypothesis>]
      # @return [Belief]
      def narrowed(some) = with(observations, some.map(&:dup), listed: nil)

      # How much likelier what was seen has made each thing that may be wrong, and (as :others) what was let go.
      # @param but [Array<String>] places of which nothing that was thought holds any more
      # @return [Hash{Array => Float}]
      def guide(but = [])
        before = Hash.new(0.0)
        after = Hash.new(0.0)
        hypotheses.each do |hypothesis|
          wrong = Space.wrong(hypothesis.skeleton, hypothesis.deviations)
          wrong = wrong.reject { |_, where| but.include?(where) } if but.any?
          before[wrong] += hypothesis.prior
          after[wrong] += hypothesis.weight
        end
        ratios = after.to_h { |wrong, weight| [wrong, weight / before[wrong]] }
        ratios.empty? ? {} : ratios.merge(others: ratios.values.min)
      end

      # The space looked at wider, and the best of it grown by one thing more that is wrong.
      def grown(space)
        wider = @update.fresh(space.hypotheses, observations)
        best = wider.max_by(EXTENDED, &:weight)
        odd = best.empty? ? [] : discrepancies(best.first)
        further = best.flat_map { |hypothesis| explaining(space.extended(hypothesis), hypothesis, odd) }
        wider + @update.fresh(space.likeliest(further, MOST_FURTHER), observations)
      end

      # Of what a hypothesis becomes with one thing more wrong, what makes an answer at odds with the best likelier than
      # it does itself.
      def explaining(found, hypothesis, odd)
        return found if odd.empty?

        before = odd.map { |seen| prediction.likelihood(hypothesis, seen) }
        found.select do |one|
          odd.zip(before).any? { |seen, likelihood| prediction.likelihood(one, seen) > EXPLAINS * likelihood }
        end
      end

      # @return [Array<Observation>] answers that a hypothesis would not have led one to expect
      def discrepancies(hypothesis) =
        observations.select { |observation| prediction.likelihood(hypothesis, observation) < DISCREPANCY }

      # @return [Float] probability of a statement
      def probability = hypotheses.sum { |hypothesis| yield(hypothesis) ? hypothesis.weight : 0.0 }

      # The heaviest hypotheses that together weigh a share of all.
      def leading(share: 0.995, most: 250)
        total = 0.0
        hypotheses.first(most).take_while { |hypothesis| (total < share).tap { total += hypothesis.weight } }
      end

      # Bits of doubt over a labelling of weights.
      # @param weights [Enumerable<Float>]
      def self.entropy(weights)
        total = weights.sum
        return 0.0 if total <= 0

        bits = 0.0
        weights.each { |weight| bits -= weight * Math.log2(weight / total) if weight.positive? }
        bits / total
      end

      private

      # Whether it has just shown that something may come and go, which nobody had thought of.
      def suspicious?(seen)
        return false if world.intermittent?

        world.intermittent = seen.any? { |one| one.reading == "flickers" || contradicted?(one) }
      end

      # Whether a light did otherwise before, with the toggles and everything else as they are.
      def contradicted?(seen)
        seen.what == :lamp && seen.toggles.known? &&
          observations.any? do |other|
            other.what == :lamp && other.at == seen.at && other.toggles == seen.toggles &&
              other.arrangement == seen.arrangement && other.reading != seen.reading
          end
      end

      # Boxes with a switch of which nobody knew what it is, and that has just been told.
      # @return [Array<String>]
      def recognised(before, after) =
        after.unmarked.reject { |device, _| after.recognised(device) == before.recognised(device) }.values

      # What a hypothesis becomes with one thing more wrong, weighed as it is itself.
      def further(hypothesis, space)
        hypothesis.plain = false
        least = hypothesis.prior * SHALLOW * hypotheses.first.weight / hypothesis.weight
        @update.beside(hypothesis, space.extended(hypothesis).select { |one| one.prior >= least }, observations)
      end

      def neighbors(hypothesis, space)
        world.redrawn[hypothesis.skeleton] = true
        @update.beside(
          hypothesis,
          space.exchanged(hypothesis.skeleton).reject { |one| known?(one.skeleton) },
          observations
        )
      end

      def known?(skeleton) = hypotheses.any? { |hypothesis| hypothesis.skeleton.links == skeleton.links }

      # Whether few are left of many, and no answer has surprised.
      def worn? = hypotheses.any? && @tolerated.zero? && hypotheses.size * WORN < @listed

      def with(observations, hypotheses, generation = @generation, listed: @listed)
        Belief.new(world:, observations:, hypotheses:, prediction:, tolerated: @tolerated, generation:, listed:)
      end

      # The same with hypotheses that are all new; what was worked out for the old ones is let go.
      def anew(observations, hypotheses)
        world.forget
        prediction.forget
        with(observations, hypotheses, Object.new, listed: nil)
      end
    end
  end
end
