# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The likelihood that a breaker was found tripped, or tripped after some minutes, under a hypothesis.
    class Trips
      # Probability of a nuisance trip, or of a breaker misread as tripped
      TRIPS_FOR_NOTHING = 0.0005
      # Probability that a tripped breaker tripped on a fault that is gone
      FOUND_TRIPPED = 0.05
      # The same beside something that is wrong and trips no breaker: two things at once
      FOUND_BESIDE = 0.008
      # Minutes within which a breaker trips at once
      AT_ONCE = 0.1
      # How likely too much on the circuit is found tripped: where nobody said how long it took, after a while, at once
      USUALLY = 0.6
      MOSTLY = 0.9
      SELDOM = 0.05
      # Minutes after which too much has tripped a breaker, and the probability that it has then
      LONG = 8
      HELD = { overload: 0.9, breaker_weak: 0.7 }.freeze
      # The same once everything that can be unplugged is
      RELIEVED = { overload: 0.02, breaker_weak: 0.4 }.freeze

      # @param error [Float] probability that a look at a breaker is mistaken
      def initialize(error)
        @error = error
      end

      # A breaker found tripped may have tripped in another combination, or on something that is gone, or on too much.
      # @return [Array<Float>] how likely it is in each state that the contacts may have been in
      def found(hypothesis, observation)
        tripped = hypothesis.reach(observation.arrangement).tripped
        observation
          .toggles
          .in_each([tripped]) do |state|
            short = tripped.anybits?(state)
            next short ? @error : 1 - @error if observation.reading == "on"

            short ? at_once(observation) : tripping(hypothesis, tripped, observation)
          end
      end

      # A breaker that was left on for some minutes
      # @return [Array<Float>] the same
      def held(hypothesis, observation)
        short = hypothesis.reach(observation.arrangement).tripped
        trips = slow_trip(hypothesis, observation)
        observation
          .toggles
          .in_each([short]) do |state|
            likely = short.anybits?(state) ? 1 - @error : trips
            observation.reading == "tripped" ? likely : 1 - likely
          end
      end

      private

      # Likelihood that a breaker trips where no short is closed as the toggles stand
      def tripping(hypothesis, tripped, observation)
        return 0.5 * (slow?(observation) ? SELDOM : 1.0) unless tripped.zero?
        return TRIPS_FOR_NOTHING unless observation.found
        return nothing?(hypothesis) ? FOUND_TRIPPED : FOUND_BESIDE unless hypothesis.slow

        slow?(observation) ? MOSTLY : (observation.minutes ? SELDOM : USUALLY)
      end

      def nothing?(hypothesis) = hypothesis.deviations.empty? && hypothesis.skeleton.wrong.empty?

      # A short trips at once.
      def at_once(observation) = slow?(observation) ? SELDOM : 1 - @error

      # Whether somebody said that it took a while
      def slow?(observation) = observation.minutes && observation.minutes > AT_ONCE

      def slow_trip(hypothesis, observation)
        return TRIPS_FOR_NOTHING unless hypothesis.slow && observation.minutes.to_f >= LONG

        (observation.arrangement.unplugged.any? ? RELIEVED : HELD).fetch(hypothesis.slow)
      end
    end
  end
end
