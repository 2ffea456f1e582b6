# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Bayes' rule, one observation after the other. Weights are changed in place: a hypothesis belongs to the newest
    # belief only.
    class Update
      # Weight relative to the heaviest below which a hypothesis is dropped
      FLOOR = 1e-6

      # @param world [World]
      # @param prediction [Prediction]
      def initialize(world, prediction)
        @world = world
        @prediction = prediction
      end

      # @param hypotheses [Array<Hypothesis>]
      # @param seen [Array<Observation>]
      # @return [Array<Hypothesis>] those that are left
      def scored(hypotheses, seen)
        seen.reduce(hypotheses) do |left, observation|
          weighty(left.each { |hypothesis| learn(hypothesis, observation) })
        end
      end

      # Weighs new hypotheses by everything observed. All looks at the light are applied together, then the other
      # observations. Hypotheses with an intermittent fault take the observations in order.
      # @return [Array<Hypothesis>]
      def fresh(hypotheses, seen)
        steady, others = hypotheses.partition { |hypothesis| !hypothesis.intermittent? }
        looks = Looks.new(@world, @prediction, seen)
        steady.each do |hypothesis|
          share, hypothesis.odds = looks.told(hypothesis)
          hypothesis.weight *= share
        end
        weighty(scored(weighty(steady), looks.others) + (others.empty? ? others : scored(others, seen)))
      end

      # Weighs new hypotheses relative to the one they were derived from.
      # @param hypothesis [Hypothesis]
      # @param found [Array<Hypothesis>] that have learned nothing yet
      # @param seen [Array<Observation>] everything so far
      # @return [Array<Hypothesis>]
      def beside(hypothesis, found, seen)
        weight = seen.reduce(hypothesis.prior) { |product, one| product * @prediction.likelihood(hypothesis, one) }
        return [] if weight.zero?

        fresh(found, seen).each { |one| one.weight *= hypothesis.weight / weight }
      end

      # @return [Array<Hypothesis>] those that weigh enough, their weights summing to one, heaviest first
      def self.normalized(hypotheses)
        total = hypotheses.sum(&:weight)
        return [] if total.zero?

        heaviest = hypotheses.max_by(&:weight).weight
        kept = hypotheses.select { |hypothesis| hypothesis.weight >= heaviest * FLOOR }
        kept.each { |hypothesis| hypothesis.weight /= total }
        kept.sort_by { |hypothesis| -hypothesis.weight }
      end

      private

      def learn(hypothesis, observation)
        hypothesis.making_contact = @prediction.contact_before(hypothesis, observation) if hypothesis.intermittent?
        likelihoods = @prediction.likelihoods(hypothesis, observation)
        likelihood = observation.toggles.expected(hypothesis.odds, likelihoods)
        if hypothesis.intermittent?
          hypothesis.making_contact = @prediction.contact_after(hypothesis, observation)
          hypothesis.contact_at = observation.toggles.positions[hypothesis.intermittent.device]
        end
        hypothesis.beeping = @prediction.beeping(hypothesis, observation, likelihood)
        hypothesis.odds = observation.toggles.learned(hypothesis.odds, likelihoods)
        hypothesis.weight *= likelihood
      end

      def weighty(hypotheses)
        heaviest = hypotheses.map(&:weight).max || 0.0
        hypotheses.select { |hypothesis| hypothesis.weight > heaviest * FLOOR * 0.1 }
      end
    end
  end
end
