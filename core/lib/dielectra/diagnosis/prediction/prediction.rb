# frozen_string_literal: true

require "forwardable"

module Dielectra
  module Diagnosis
    # What would be seen or read under a hypothesis, and the likelihood of an observation. It follows from connectivity
    # in every combination of contacts (Reach). Physics::Network gives the same answers in numbers.
    class Prediction
      extend Forwardable

      # Ohms below which two points are joined by copper, and above which by a load.
      COPPER_OHMS = DeadReading::COPPER_OHMS

      # What the lights do; see Lights.
      def_delegators :@lights, :light, :lit, :dim, :lights, :lights_with
      # What a tester says with the power off; see Paths.
      def_delegators :@paths, :path, :path_of, :numbers, :beep, :joined
      # What is live with the power on; see Potentials.
      def_delegators :@potentials, :standing, :potential, :full

      # @param world [World]
      def initialize(world)
        @world = world
        @lights = Lights.new(world)
        @paths = Paths.new(world)
        @potentials = Potentials.new(world)
        @likelihood = Likelihood.new(world, @lights, @paths, @potentials)
      end

      # Drops results for hypotheses that are no longer held.
      def forget
        @paths.forget
        @potentials.forget
      end

      # @return [Float] how likely the reading is under the hypothesis, between 0 and 1
      def likelihood(hypothesis, observation) =
        observation.toggles.expected(hypothesis.odds, likelihoods(hypothesis, observation))

      # @return [Array<Float>] the same in each state that the contacts may have been in
      def likelihoods(hypothesis, observation) = @likelihood.of(hypothesis, observation)

      # An intermittent fault may make contact or not after a throw, a move or a power-up.
      # @return [Float] probability that it makes contact, before the observation
      def contact_before(hypothesis, observation)
        if observation.number.is_a?(String) || observation.stirred.intersect?(hypothesis.stirring)
          Hypothesis::EVEN
        else
          hypothesis.making_contact
        end
      end

      # @return [Float] the same after it
      def contact_after(hypothesis, observation)
        with, without =
          hypothesis.ways.map do |way|
            observation.toggles.expected(hypothesis.odds, @likelihood.in_states(way, observation))
          end
        total = (hypothesis.making_contact * with) + ((1 - hypothesis.making_contact) * without)
        total.positive? ? hypothesis.making_contact * with / total : Hypothesis::EVEN
      end

      # Updates the probability that each load beeps, from a reading through loads
      # @param likelihood [Float] of the observation
      # @return [Array<Float>] for each the probability that it beeps, after the observation
      def beeping(hypothesis, observation, likelihood)
        return hypothesis.beeping unless Likelihood::HEARD.include?(observation.what) && likelihood.positive?

        path = path(hypothesis, observation.arrangement, *observation.at)
        return hypothesis.beeping if path.loads.empty?

        hypothesis.beeping.each_with_index.map do |before, number|
          next before unless path.loads.key?(number)

          if_it_does = hypothesis.beeping.dup.tap { |all| all[number] = 1.0 }
          given = observation.toggles.bits.map { |state| @likelihood.heard(path, if_it_does, state, observation) }
          (before * observation.toggles.expected(hypothesis.odds, given) / likelihood).clamp(0.001, 0.999)
        end
      end

      # Probability that a light flickers while a toggle is wiggled
      # @param device [String] whose toggle
      # @param place [String] its box
      # @return [Float]
      def flickers(hypothesis, arrangement, device, place, shares)
        fault = hypothesis.intermittent
        return Likelihood::FLICKERS_FOR_NOTHING unless fault && (fault.device == device || fault.place == place)

        differing =
          @world
            .lamps
            .keys
            .reduce(0) { |mask, lamp| mask | hypothesis.ways.map { |way| lit(way, arrangement, lamp) }.reduce(:^) }
        Likelihood::FLICKERS[:wiggle] * shares.of(differing)
      end

      # @return [Array<String>] what has been thrown, moved or energized since the last observation
      def stirred = @world.stirred

      # @param toggles [Toggles]
      # @return [Shares] how likely each combination of contacts is under a hypothesis
      def shares(hypothesis, toggles) = toggles.combined(hypothesis.odds)
    end
  end
end
