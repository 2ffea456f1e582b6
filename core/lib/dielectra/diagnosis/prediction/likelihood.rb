# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The likelihood of an observation under one circuit, for each state the contacts may have been in. An intermittent
    # fault is two circuits (Hypothesis#ways), which are mixed.
    class Likelihood
      # Likelihood below which a light was probably misread
      MISREAD = 0.1
      # Probability that an intermittent fault shows as flicker: at a look, in a customer's report, and during a wiggle
      FLICKERS = { lamp: 0.15, report: 0.5, wiggle: 0.85 }.freeze
      # Probability that a light is said to flicker without an intermittent fault, and with a high-resistance contact
      FLICKERS_FOR_NOTHING = 0.01
      BAD_CONTACT_FLICKERS = 0.2
      # Probability that a load downstream is plugged in, so that the conductor after it is live through the load
      PLUGGED_IN = 0.5

      # Probability that an outlet of another circuit is dead, or not what it was taken for
      DEAD_ANYWAY = 0.15

      LIGHTS = %i[lamp wiggle].freeze
      HEARD = %i[continuity resistance].freeze

      # @param world [World]
      # @param lights [Lights]
      # @param paths [Paths]
      # @param potentials [Potentials]
      def initialize(world, lights, paths, potentials)
        @world = world
        @lights = lights
        @paths = paths
        @dead = DeadReading.new(world, paths)
        @potentials = potentials
        @error = Physics::Uncertainty.error
        @trips = Trips.new(@error)
      end

      # @param hypothesis [Hypothesis]
      # @return [Array<Float>] how likely an observation is in each state that the contacts may have been in
      def of(hypothesis, observation)
        ways = hypothesis.ways
        return in_states(hypothesis, observation) if ways.one?
        return light_with_intermittent_fault(hypothesis, observation) if LIGHTS.include?(observation.what)

        mixed(hypothesis, ways.map { |way| in_states(way, observation) })
      end

      # @return [Array<Float>] how likely an observation is in each state that the contacts may have been in
      def in_states(hypothesis, observation)
        arrangement = observation.arrangement
        states = observation.toggles.states
        case observation.what
        when :lamp, :wiggle
          seen(hypothesis, observation)
        when :parted
          parted(hypothesis, observation)
        when :breaker
          @trips.found(hypothesis, observation)
        when :held
          @trips.held(hypothesis, observation)
        when :beyond
          beyond(hypothesis, observation)
        when :bench
          states.map { |raised| benched(hypothesis, observation, raised) }
        when *HEARD
          path = @paths.path(hypothesis, arrangement, *observation.at)
          heavy = @dead.heavy?(observation)
          observation
            .toggles
            .in_each([path.sure, path.weak, path.leak, path.series, *path.loads.values]) do |state|
              drawn = heavy ? @dead.drawing(hypothesis, path, state, observation.reading) : 1.0
              drawn * @dead.heard(path, hypothesis.beeping, state, observation)
            end
        else
          live(hypothesis, observation)
        end
      end

      # @see DeadReading#heard
      def heard(...) = @dead.heard(...)

      private

      # A light with one of two breakers off
      def parted(hypothesis, observation)
        lit =
          if hypothesis.lamp_good?(observation.arrangement, observation.at)
            hypothesis.reach(observation.arrangement).lit_from(@world.lamps.fetch(observation.at), observation.fed)
          else
            0
          end
        observation.toggles.in_each([lit]) { |state| matches(lit.anybits?(state), observation.reading == "on") }
      end

      # A load that no control of the job works is fed where conductors leave for elsewhere, whichever of them it hangs
      # on. Where none leave, nothing here is the matter with it.
      def beyond(hypothesis, observation)
        outlets = hypothesis.skeleton.outlets
        return observation.toggles.states.map { told(1 - DEAD_ANYWAY, observation) } if outlets.empty?

        reach = hypothesis.reach(observation.arrangement)
        fed = outlets.map { |line, neutral| reach.live(line) & reach.neutral(neutral) }
        observation
          .toggles
          .in_each(fed) { |state| told(fed.count { |mask| mask.anybits?(state) } / fed.size.to_f, observation) }
      end

      # @param lit [Float] the probability that it burns
      def told(lit, observation)
        lit = (lit * (1 - @error)) + ((1 - lit) * @error)
        observation.reading == "on" ? lit : 1 - lit
      end

      def live(hypothesis, observation)
        return detecting_leak(hypothesis, observation) if observation.what == :ncv && hypothesis.leaking?

        points = observation.at.map { |point| @potentials.standing(hypothesis, observation.arrangement, point) }
        observation
          .toggles
          .in_each(points.flat_map(&:to_a)) do |state|
            plain = shown(points.map { |at| potential_of(at.line, at.neutral, state) }, observation)
            next plain unless points.any? { |at| (at.line_if | at.neutral_if).anybits?(state) }

            drawn = points.map { |at| potential_of(at.line | at.line_if, at.neutral | at.neutral_if, state) }
            (PLUGGED_IN * shown(drawn, observation)) + ((1 - PLUGGED_IN) * plain)
          end
      end

      # A detector glows where a leak ties the conductor to the line, whatever else it is tied to.
      def detecting_leak(hypothesis, observation)
        point = observation.at.first
        at = @potentials.standing(hypothesis, observation.arrangement, point)
        leak = hypothesis.reach_with_leak(observation.arrangement)&.live(@world.index[point]) || 0
        observation
          .toggles
          .in_each([*at.to_a, leak]) do |state|
            tied = leak.anybits?(state) ? :line : potential_of(at.line, at.neutral, state)
            detected(tied, observation.reading == "glow")
          end
      end

      def potential_of(line, neutral, state)
        return :line if line.anybits?(state)

        neutral.anybits?(state) ? :neutral : :floating
      end

      def shown(potentials, observation)
        return detected(potentials.first, observation.reading == "glow") if observation.what == :ncv

        here, there = potentials
        voltage(potentials.include?(:floating) ? :floating : (here == there ? :nothing : :full), observation)
      end

      def matches(predicted, seen) = predicted == seen ? 1 - @error : @error

      # A light with an intermittent fault in the circuit, which may not affect this light
      def light_with_intermittent_fault(hypothesis, observation)
        with, without = hypothesis.ways.map { |way| in_states(way, observation) }
        share = flickering(hypothesis, observation)
        contact = hypothesis.making_contact
        observation.toggles.states.each_with_index.map do |raised, number|
          shown = hypothesis.ways.map { |way| @lights.light(way, observation.arrangement, raised, observation.at) }
          next with[number] if shown.first == shown.last

          if observation.reading == "flickers"
            share
          else
            (1 - share) * ((contact * with[number]) + ((1 - contact) * without[number]))
          end
        end
      end

      def mixed(hypothesis, (with, without)) =
        with
          .zip(without)
          .map { |one, other| (hypothesis.making_contact * one) + ((1 - hypothesis.making_contact) * other) }

      # The probability that it is seen to flicker
      def flickering(hypothesis, observation)
        return FLICKERS[observation.number.is_a?(String) ? :report : :lamp] if observation.what == :lamp

        fault = hypothesis.intermittent
        here = observation.moved.include?(fault.device) || observation.moved.include?(fault.place)
        here ? FLICKERS[:wiggle] : FLICKERS[:lamp]
      end

      # A light that was watched. Errors within one look are correlated: whoever misreads one light may misread the
      # next.
      def seen(hypothesis, observation)
        arrangement = observation.arrangement
        masks =
          [[observation.at, observation.reading], *observation.along].map do |lamp, reading|
            [*@lights.masks(hypothesis, arrangement, lamp), reading]
          end
        observation
          .toggles
          .in_each(masks.flat_map { |row| row.first(3) }) do |state|
            (lit, dim, tripped, reading), *along = masks
            misread = along.any? { |row| burns(@lights.shining(*row.first(3), state), row.last) < MISREAD }
            misread ? 0.5 : burns(@lights.shining(lit, dim, tripped, state), reading)
          end
      end

      # A high-resistance contact may leave a light dim, off, on or flickering
      def burns(predicted, seen)
        return { "dim" => 0.5, "flickers" => BAD_CONTACT_FLICKERS }.fetch(seen, 0.15) if predicted == :dim
        return { "dim" => 0.5, "off" => 0.48 }.fetch(seen, 0.01) if predicted == :faint
        return FLICKERS_FOR_NOTHING if seen == "flickers"

        matches(predicted == :on ? "on" : "off", seen)
      end

      def detected(predicted, glow)
        predicted == :floating ? Physics::Uncertainty.floating_glow(glow) : matches(predicted == :line, glow)
      end

      def voltage(predicted, observation)
        share = observation.reading / @world.job.supply_volts.to_f
        return matches(predicted, Physics::Uncertainty.volts_class(share)) unless predicted == :floating

        if observation.what == :low_z
          Physics::Uncertainty.floating_volts(share, @error)
        else
          Physics::Uncertainty.floating_volts(share)
        end
      end

      def benched(hypothesis, observation, raised)
        device, = observation.at
        kind = hypothesis.kinds(observation.arrangement)[device]
        electronics = kind && Trade::DeviceKind[kind].electronics?
        predicted = electronics ? [] : hypothesis.closed(observation.arrangement, device, raised[device])
        matches(predicted.map(&:sort).sort == observation.reading.map(&:sort).sort, true)
      end
    end
  end
end
