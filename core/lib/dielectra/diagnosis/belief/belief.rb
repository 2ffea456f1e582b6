# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypotheses held after everything observed so far, each with its weight. Weights are posteriors by Bayes' rule.
    # Source: de Kleer and Williams, "Diagnosing multiple faults", 1987.
    class Belief
      include Checkpoint.without(:@prediction, :@update)

      # Hypotheses extended by a further deviation when answers surprise, and extensions held of each
      EXTENDED = 15
      MOST_FURTHER = 150
      # Likelihood ratio an extension needs for the surprising answer
      EXPLAINS = 2.0
      # Number of the latest discrepancies that an extension is tested against
      LATEST = 4
      # The number of discrepancies that trigger another growth rises by one for each PATIENCE tolerated. No listing
      # explains answers that contradict each other.
      PATIENCE = 3
      # Number of tolerated discrepancies at which rarer layouts are no longer listed
      CONTRADICTED = 5
      # Posterior above which a fault-free hypothesis is expanded, how many are expanded at once, and the least weight
      # of an expansion relative to the heaviest hypothesis
      PROMINENT = 0.01
      DEEPENED = 4
      SHALLOW = 3e-4
      # Factor by which the number of hypotheses has to shrink before they are resampled
      WORN = 8
      # Share of the posterior whose hypotheses are searched for neighbors, and how many at once
      REDRAWN = 0.9
      MOST_REDRAWN = 8
      # Likelihood of an answer under a hypothesis below which it is a discrepancy.
      DISCREPANCY = 0.05

      attr_reader :world, :hypotheses, :observations, :prediction

      # Changes when all hypotheses are replaced. It stays the same while they are only reweighed or added to.
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

      # @param tolerated [Integer] discrepancies of the best hypothesis when the space was last grown
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
      # @return [Belief]
      def after(step, before, after, number)
        new = new_evidence(step, before, after, number)
        return forgiving(after, new.without_lights) if new.excuses?
        if new.lists?
          return anew(new.all, hypotheses_of(after, new.all, guide(new.recognized))).regrown(after).deepened(after)
        end
        return self if new.seen.empty?

        with(new.all, @update.scored(hypotheses, new.seen))
          .resampled(after)
          .regrown(after)
          .redrawn(after)
          .deepened(after)
      end

      # Adds the observations of one more step and weighs no hypothesis by them. Call `listed` after the last step.
      # @return [Belief]
      def observing(step, before, after, number)
        new = new_evidence(step, before, after, number)
        with(new.excuses? ? new.without_lights : new.all, hypotheses)
      end

      # Lists the hypotheses anew from all observations.
      # @param situation [Evidence::Situation]
      # @return [Belief]
      def listed(situation) =
        anew(observations, hypotheses_of(situation, observations))
          .regrown(situation)
          .redrawn(situation)
          .deepened(situation)

      # Resamples hypotheses where few are left of many and no answer surprised. What has become likely guides the new
      # listing.
      # @return [Belief]
      def resampled(situation)
        return self unless situation.opened.any? && worn? && discrepancies(hypotheses.first).empty?

        listed = hypotheses_of(situation, observations, guide)
        listed.empty? ? self : anew(observations, listed)
      end

      # Adds neighbors of likely hypotheses where single conductors allowed too many assignments to list. Neighbors
      # differ in two conductors exchanged.
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

      # Extends likely hypotheses by one further deviation.
      # @return [Belief]
      def deepened(situation)
        plain = hypotheses.select { |hypothesis| hypothesis.plain && hypothesis.weight >= PROMINENT }.first(DEEPENED)
        return self if plain.empty?

        space = Space.new(world, situation)
        with(observations, hypotheses + plain.flat_map { |hypothesis| further(hypothesis, space) })
      end

      # Drops the customer's report where a breaker was off or tripped all along. The report says nothing about the
      # wiring then, and a circuit without faults becomes possible.
      # @return [Belief]
      # @param kept [Array<Observation>] all but how the lights behaved
      def forgiving(situation, kept)
        anew(kept, @update.fresh(Space.new(world, situation).hypotheses, kept))
      end

      # Lists the space again where an answer surprises even under the best hypothesis. Pairs of faults are included,
      # and rarer layouts until too many answers contradict each other. The new list replaces the old one only if it
      # explains more.
      # @return [Belief]
      def regrown(situation)
        odd = hypotheses.empty? ? 1 : discrepancies(hypotheses.first).size
        return self unless odd > @tolerated + (@tolerated / PATIENCE)

        grown = grown(situation)
        Belief.new(world:, observations:, prediction:, hypotheses: grown.empty? ? hypotheses : grown, tolerated: odd)
      end

      # Lists the space again from everything observed, as `regrown` does, regardless of earlier pruning.
      # @return [Belief]
      def reconsidered(situation)
        grown = grown(situation)
        grown.empty? ? self : Belief.new(world:, observations:, prediction:, hypotheses: grown, tolerated: @tolerated)
      end

      # The belief restricted to some hypotheses
      # @param some [Array<Hypothesis>]
      # @return [Belief]
      def narrowed(some) = with(observations, some.map(&:dup), listed: nil)

      # Likelihood ratio of each deviation given the observations; :others for those dropped
      # @param but [Array<String>] places about which earlier conclusions are void
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

      # Hypotheses from a new listing, with the best extended by one further deviation
      def grown(situation)
        space = Space.new(world, situation, wide: @tolerated < CONTRADICTED, guide:, observations:)
        wider = @update.fresh(space.hypotheses, observations)
        best = wider.max_by(EXTENDED, &:weight)
        odd = best.empty? ? [] : discrepancies(best.first)
        further = best.flat_map { |hypothesis| explaining(space.extended(hypothesis), hypothesis, odd) }
        wider + @update.fresh(space.likeliest(further, MOST_FURTHER), observations)
      end

      # Extensions of a hypothesis that explain the latest discrepant answers better than it does
      def explaining(found, hypothesis, odd)
        return found if odd.empty?

        odd = odd.last(LATEST)
        before = odd.map { |seen| prediction.likelihood(hypothesis, seen) }
        found.select do |one|
          odd.zip(before).any? { |seen, likelihood| prediction.likelihood(one, seen) > EXPLAINS * likelihood }
        end
      end

      # @return [Array<Observation>] answers that a hypothesis would not have led one to expect
      def discrepancies(hypothesis) =
        observations.select { |observation| prediction.likelihood(hypothesis, observation) < DISCREPANCY }

      # @param least [Float, nil] once less than this is all it can come to, the rest is not gone through
      # @return [Float] probability of a statement
      def probability(least: nil)
        sum = 0.0
        left = 1.0
        hypotheses.each do |hypothesis|
          left -= hypothesis.weight
          sum += hypothesis.weight if yield(hypothesis)
          return sum if least && (left < NEGLIGIBLE || sum + left < least)
        end
        sum
      end

      # Weight of what need not be gone through
      NEGLIGIBLE = 1e-3
      private_constant :NEGLIGIBLE

      # The heaviest hypotheses that together weigh a share of all.
      def leading(share: 0.995, most: 250)
        total = 0.0
        hypotheses.first(most).take_while { |hypothesis| (total < share).tap { total += hypothesis.weight } }
      end

      # @return [Float] entropy of a partition, in bits
      # @param weights [Enumerable<Float>]
      def self.entropy(weights)
        total = weights.sum
        return 0.0 if total <= 0

        bits = 0.0
        weights.each { |weight| bits -= weight * Math.log2(weight / total) if weight.positive? }
        bits / total
      end

      private

      def restored
        @prediction = Prediction.new(world)
        @update = Update.new(world, prediction)
      end

      # The evidence of a step. Updates what all hypotheses share: what was stirred, and whether faults may be
      # intermittent or trip a breaker.
      def new_evidence(step, before, after, number)
        new = NewEvidence.new(world, observations, Observation.of(step, before, number, world), before, after)
        world.stirred = after.stirred
        world.intermittent = true if new.intermittent?
        world.tripping = true if new.tripping?
        new
      end

      def hypotheses_of(situation, observations, guide = {}) =
        @update.fresh(Space.new(world, situation, guide:, observations:).hypotheses, observations)

      # Extensions of a hypothesis by one deviation, weighed by everything observed
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

      # Whether few hypotheses are left of many although no answer surprised
      def worn? = hypotheses.any? && @tolerated.zero? && hypotheses.size * WORN < @listed

      def with(observations, hypotheses, generation = @generation, listed: @listed)
        Belief.new(world:, observations:, hypotheses:, prediction:, tolerated: @tolerated, generation:, listed:)
      end

      # A belief with all hypotheses replaced. Cached results for the old ones are dropped.
      def anew(observations, hypotheses)
        world.forget
        prediction.forget
        with(observations, hypotheses, Object.new, listed: nil)
      end
    end
  end
end
