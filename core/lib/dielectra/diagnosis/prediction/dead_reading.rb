# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The likelihood of a reading with the power off: a beep, or ohms, between two points whose path is known.
    class DeadReading
      # Ohms below which two points are joined by copper, and above which by a load.
      COPPER_OHMS = 3.0
      # Ohms below which copper is far likelier than loads, and the likelihood of loads that read between the two
      BOLTED = 1.5
      HEAVY = 0.05
      # Probability that a load draws power without making a tester beep, or that an ohmmeter does not see it
      QUIET = 0.3
      # How likely ohms that draw more than the breaker carries are, by whether too much is on the circuit
      HEAVY_DRAW = { true => 1.0, false => 0.04 }.freeze
      # Watts of one lamp, and how many times its ohms a lamp that burns has of one that is cold
      LAMP_WATTS = 100
      COLD = 12

      # @param world [World]
      # @param paths [Paths]
      def initialize(world, paths)
        @world = world
        @paths = paths
        @error = Physics::Uncertainty.error
      end

      # A continuity tester or an ohmmeter between two points. Ohms tell copper from a load.
      # @param path [Paths::Path]
      # @param beeping [Array<Float>] how likely each load makes a tester beep
      # @param state [Integer] the bit of a combination
      # @return [Float] how likely it reads so
      def heard(path, beeping, state, observation)
        joined = path.sure.anybits?(state)
        weak = joined && path.weak.anybits?(state)
        through = joined || !path.loaded? ? 0.0 : @paths.sounding(path, beeping, state)
        return leaking(observation.reading) if observation.what == :resistance && path.leak.anybits?(state)
        return resistance(joined, weak, through, observation.reading) if observation.what == :resistance

        beep = observation.reading == "beep"
        return 0.5 if weak

        yes = joined ? 1.0 : through
        (yes * matches(true, beep)) + ((1 - yes) * matches(false, beep))
      end

      # How likely ohms are by what they would draw with the power on, where a breaker trips. Cold lamps on the path may
      # read that low without an overload.
      # @param path [Paths::Path]
      # @return [Float] a factor on the likelihood
      def drawing(hypothesis, path, state, ohms)
        lamps = path.loads.count { |number, mask| number < @world.lamps.size && mask.anybits?(state) }
        return 1.0 if lamps * LAMP_WATTS >= (@world.job.supply_volts**2) / (ohms * COLD)

        HEAVY_DRAW.fetch(hypothesis.slow == :overload)
      end

      # @return [Boolean] whether ohms were read that no short has, and that draw more than the breaker carries
      def heavy?(observation)
        ohms = observation.reading if observation.what == :resistance
        return false unless ohms && ohms > BOLTED && @world.tripping?

        amps = @world.job.amps
        !amps.nil? && @world.job.supply_volts / ohms > amps
      end

      private

      # Many ohms over insulation or a contact that leaks
      def leaking(ohms) = matches(true, !ohms.nil? && ohms > COPPER_OHMS)

      def resistance(joined, weak, through, ohms)
        return ohms && ohms > COPPER_OHMS ? 0.6 : 0.2 if weak
        return copper(ohms) if joined
        return through.zero? || ohms < BOLTED ? @error / 2 : HEAVY if ohms && ohms < COPPER_OHMS

        drawing = through.zero? ? 0.0 : through + ((1 - through) * QUIET)
        (drawing * matches(true, !ohms.nil?)) + ((1 - drawing) * matches(false, !ohms.nil?))
      end

      # A bolted short or sound copper, both legs and the leads of the meter included
      def copper(ohms)
        return @error unless ohms && ohms < COPPER_OHMS

        ohms < BOLTED ? 1 - @error : 0.1
      end

      def matches(predicted, seen) = predicted == seen ? 1 - @error : @error
    end
  end
end
