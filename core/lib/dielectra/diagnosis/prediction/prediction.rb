# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What would be seen or read under a hypothesis, and how likely a reading is. Answered from what hangs together in every
    # combination of contacts (Reach); Physics::Network gives the same answers in numbers.
    class Prediction
      # A breaker lets go for no reason, or is taken for tripped, so seldom.
      TRIPS_FOR_NOTHING = 0.0005
      # A breaker that was found tripped has tripped on something that is gone.
      FOUND_TRIPPED = 0.05
      # Likelihood below which somebody must have been wrong about a light.
      MISREAD = 0.1
      # How often an intermittent fault shows as flicker: when one looks, in a customer's report, and during a wiggle.
      FLICKERS = { lamp: 0.15, report: 0.5, wiggle: 0.85 }.freeze
      # A light said to flicker though nothing comes and goes: a bad contact, or somebody's eyes.
      FLICKERS_FOR_NOTHING = 0.01
      BAD_CONTACT_FLICKERS = 0.2
      # Ohms below which two points are joined by copper, and above which by a load.
      COPPER_OHMS = 3.0
      # How likely several loads in a row make a tester beep.
      IN_SERIES = 0.1
      # Loads that draw power without making a tester beep, or that an ohmmeter does not see.
      QUIET = 0.3
      # How often a load downstream is plugged in, so that the conductor after it is live through the load.
      PLUGGED_IN = 0.5

      # How two points may be heard to be joined: the combinations in which they are by copper, of these those in which it hangs on a
      # contact that closes badly, for each load those in which they are through it alone, and those in which they are through several in
      # a row only.
      Path =
        Struct.new(:sure, :weak, :loads, :series) do
          # Whether a load may lie between.
          def loaded? = loads.any? || !series.zero?
        end

      # What a point stands at: the combinations in which it is on the line or the neutral, and those in which it would be if
      # something were plugged in beyond.
      Potential = Struct.new(:line, :neutral, :line_if, :neutral_if)

      def initialize(world)
        @world = world
        @first_lamp = world.lamps.each_key.first
        @error = Physics::Uncertainty.error
        @paths = {}.compare_by_identity
        @standings = {}.compare_by_identity
      end

      # Lets go what was worked out for hypotheses that are not held any more.
      def forget
        @paths.clear
        @standings.clear
      end

      # @return [Float] how likely the reading is under the hypothesis, between 0 and 1
      def likelihood(hypothesis, observation) =
        observation.toggles.expected(hypothesis.odds, likelihoods(hypothesis, observation))

      # The same in each state that the contacts may have been in.
      # @return [Array<Float>]
      def likelihoods(hypothesis, observation)
        ways = hypothesis.ways
        return in_states(hypothesis, observation) if ways.one?
        return coming_and_going(hypothesis, observation) if LIGHTS.include?(observation.what)

        mixed(hypothesis, ways.map { |way| in_states(way, observation) })
      end

      # After a throw, a move or a power-up, an intermittent fault may make contact again or not.
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
          hypothesis.ways.map { |way| observation.toggles.expected(hypothesis.odds, in_states(way, observation)) }
        total = (hypothesis.making_contact * with) + ((1 - hypothesis.making_contact) * without)
        total.positive? ? hypothesis.making_contact * with / total : Hypothesis::EVEN
      end

      # What a reading through loads says about the loads themselves.
      # @param likelihood [Float] of the observation
      # @return [Array<Float>] for each the probability that it beeps, after the observation
      def beeping(hypothesis, observation, likelihood)
        return hypothesis.beeping unless HEARD.include?(observation.what) && likelihood.positive?

        path = path(hypothesis, observation.arrangement, *observation.at)
        return hypothesis.beeping if path.loads.empty?

        hypothesis.beeping.each_with_index.map do |before, number|
          next before unless path.loads.key?(number)

          if_it_does = hypothesis.beeping.dup.tap { |all| all[number] = 1.0 }
          given = observation.toggles.bits.map { |state| heard(path, if_it_does, state, observation) }
          (before * observation.toggles.expected(hypothesis.odds, given) / likelihood).clamp(0.001, 0.999)
        end
      end

      # How likely a light flickers while a toggle is wiggled.
      # @param device [String] whose toggle
      # @param place [String] its box
      # @return [Float]
      def flickers(hypothesis, arrangement, device, place, shares)
        fault = hypothesis.intermittent
        return FLICKERS_FOR_NOTHING unless fault && (fault.device == device || fault.place == place)

        differing =
          @world
            .lamps
            .keys
            .reduce(0) { |mask, lamp| mask | hypothesis.ways.map { |way| lit(way, arrangement, lamp) }.reduce(:^) }
        FLICKERS[:wiggle] * shares.of(differing)
      end

      # @param raised [Hash{String => Boolean}] a state of the contacts
      # @return [Symbol] :on, :off or :tripped, with the breaker on; :dim where it hangs on a contact that closes badly, :faint where
      #   only insulation that leaks keeps it from going out
      def light(hypothesis, arrangement, raised, lamp = @first_lamp) =
        shining(*light_masks(hypothesis, arrangement, lamp), @world.bit(raised))

      # In which combinations a lamp burns, the breaker being on.
      # @return [Integer] with a bit for each of World#combinations
      def lit(hypothesis, arrangement, lamp) =
        hypothesis.lamp_good?(arrangement, lamp) ? hypothesis.reach(arrangement).lit(@world.lamps.fetch(lamp)) : 0

      # In which of these it is dim for want of a contact that closes well, and in which of the others for insulation that leaks.
      # @return [Integer] with a bit for each of World#combinations
      def dim(hypothesis, arrangement, lamp)
        return 0 unless hypothesis.dimming?

        lit = lit(hypothesis, arrangement, lamp)
        without = hypothesis.reach_without_weak(arrangement)
        leaking = hypothesis.reach_with_leak(arrangement)
        ends = @world.lamps.fetch(lamp)
        (without ? lit & ~without.lit(ends) : 0) |
          (leaking && hypothesis.lamp_good?(arrangement, lamp) ? leaking.lit(ends) & ~lit : 0)
      end

      # @return [Boolean] whether the breaker lets go
      def trips?(hypothesis, arrangement, raised) = light(hypothesis, arrangement, raised) == :tripped

      # Devices, places and the power that were thrown, moved or switched on since the last look or reading.
      def stirred = @world.stirred

      # How likely each combination of contacts is under a hypothesis.
      # @param toggles [Toggles]
      # @return [Shares]
      def shares(hypothesis, toggles) = Shares.new(toggles, hypothesis.odds)

      # What all lamps do: the one light they show together, :dim whatever makes it so, or :odd where they differ.
      def lights(hypothesis, arrangement, raised) =
        together(@world.lamps.keys.map { |lamp| light_masks(hypothesis, arrangement, lamp) }, @world.bit(raised))

      # The same with the toggles so, as likely as the hypothesis makes each state of the contacts.
      # @param toggles [Toggles]
      # @return [Hash{Symbol => Float}]
      def lights_with(hypothesis, arrangement, toggles)
        shares = toggles.shares(hypothesis.odds)
        hypothesis
          .ways_with(toggles)
          .each_with_object(Hash.new(0.0)) do |(way, share), all|
            masks = @world.lamps.keys.map { |lamp| light_masks(way, arrangement, lamp) }
            toggles.bits.each_with_index do |state, number|
              all[together(masks, state)] += shares[number] * share if shares[number] > Shares::NEGLIGIBLE
            end
          end
      end

      # How two points would be heard to be joined, with the breaker off.
      # @return [Path]
      def path(hypothesis, arrangement, one, other) =
        path_of(hypothesis, arrangement, @world.index[one], @world.index[other])

      # The same of two points by their numbers; see #numbers.
      def path_of(hypothesis, arrangement, one, other)
        one, other = other, one if one > other
        by_pair = ((@paths[hypothesis] ||= {}.compare_by_identity)[arrangement] ||= {})
        by_pair[(one * 100_000) + other] ||= laid(hypothesis, arrangement, one, other)
      end

      # @param points [Array<String>]
      # @return [Array<Integer>]
      def numbers(points) = points.map { |point| @world.index[point] }

      # How likely a continuity tester beeps between two points, given by their numbers.
      # @param shares [Shares] of the combinations
      # @param ways [Array<Array(Hypothesis, Float)>] see Hypothesis#ways_with
      # @return [Float]
      def beep(hypothesis, arrangement, one, other, shares, ways) =
        ways.sum { |way, share| share * beep_in(way, hypothesis.beeping, arrangement, one, other, shares) }

      # @return [Integer] combinations in which two points are joined by copper
      def joined(hypothesis, arrangement, one, other) =
        hypothesis.reach(arrangement).together(@world.index[one], @world.index[other])

      # With the breaker on: what a point stands at; everything floats after a breaker has tripped.
      # @return [Potential]
      def standing(hypothesis, arrangement, point)
        by_point = ((@standings[hypothesis] ||= {}.compare_by_identity)[arrangement] ||= {})
        by_point[point] ||= stood(hypothesis, arrangement, @world.index[point])
      end

      # @param raised [Hash{String => Boolean}] a state of the contacts
      # @return [Symbol] :line, :neutral or :floating
      def potential(hypothesis, arrangement, raised, point)
        at = standing(hypothesis, arrangement, point)
        state = @world.bit(raised)
        return :line if at.line.anybits?(state)

        at.neutral.anybits?(state) ? :neutral : :floating
      end

      # @return [Integer] combinations in which a voltmeter shows the supply between two points
      def full(hypothesis, arrangement, one, other)
        here = standing(hypothesis, arrangement, one)
        there = standing(hypothesis, arrangement, other)
        (here.line & there.neutral) | (here.neutral & there.line)
      end

      LIGHTS = %i[lamp wiggle].freeze
      HEARD = %i[continuity resistance].freeze
      private_constant :LIGHTS, :HEARD

      private

      def laid(hypothesis, arrangement, one, other)
        reach = hypothesis.reach(arrangement)
        sure = reach.together(one, other)
        weak = sure.zero? ? 0 : without_weak(hypothesis, arrangement, one, other, sure)
        Path.new(
          sure,
          weak,
          *(sure == @world.every ? [{}, 0] : through_loads(hypothesis, arrangement, one, other, sure))
        )
      end

      def without_weak(hypothesis, arrangement, one, other, sure)
        without = hypothesis.reach_without_weak(arrangement)
        without ? sure & ~without.together(one, other) : 0
      end

      # @return [Array(Hash{Integer => Integer}, Integer)] for each load the combinations in which one gets from one point to the other
      #   through it alone; and those in which only through several in a row
      def through_loads(hypothesis, arrangement, one, other, sure)
        loads = hypothesis.loads(arrangement)
        any = hypothesis.reach_with(arrangement, loads.values.flatten(1)).together(one, other) & ~sure
        return {}, 0 if any.zero?

        single =
          loads
            .transform_values { |ends| hypothesis.reach_with(arrangement, ends).together(one, other) & any }
            .reject { |_, mask| mask.zero? }
        [single, single.each_value.reduce(any) { |mask, some| mask & ~some }]
      end

      def beep_in(hypothesis, beeping, arrangement, one, other, shares)
        path = path_of(hypothesis, arrangement, one, other)
        sum = shares.of(path.sure & ~path.weak) + (0.5 * shares.of(path.weak))
        return sum unless path.loaded?

        sum + shares.sum_over(path.loads.each_value.reduce(path.series, :|)) { |state| sounding(path, beeping, state) }
      end

      # How likely a tester beeps through the loads of a path.
      def sounding(path, beeping, state)
        if path.series.anybits?(state)
          IN_SERIES
        else
          1.0 -
            path
              .loads
              .reduce(1.0) { |silent, (number, mask)| mask.anybits?(state) ? silent * (1.0 - beeping[number]) : silent }
        end
      end

      def stood(hypothesis, arrangement, point)
        reach = hypothesis.reach(arrangement)
        tripped = reach.tripped
        live = reach.live(point) & ~tripped
        neutral = reach.neutral(point)
        left = @world.every & ~live & ~neutral & ~tripped
        return Potential.new(live, neutral, 0, 0) if left.zero?

        line_by, neutral_by = leaked(hypothesis, arrangement, point, left)
        left &= ~line_by & ~neutral_by
        lamps, all = through(hypothesis, arrangement, reach, point)
        line, other = apart(lamps, left)
        line_if, other_if = apart(all, left & ~line & ~other)
        Potential.new(live | line_by | line, neutral | neutral_by | other, line_if, other_if)
      end

      # What gets there through insulation that leaks: next to nothing is drawn there.
      def leaked(hypothesis, arrangement, point, left)
        leaking = hypothesis.reach_with_leak(arrangement) or return Reach::NOWHERE
        line = leaking.live(point)
        neutral = leaking.neutral(point)
        [line & ~neutral & left, neutral & ~line & left]
      end

      # What gets there through good lamps, and through whatever else may be plugged in; between two loads it is anything.
      def through(hypothesis, arrangement, reach, point)
        loads = hypothesis.loads(arrangement)
        lamps = loads.select { |number, _| number < @world.lamps.size }
        found = reach.through(point, lamps.values.flatten(1))
        [found, lamps.size == loads.size ? found : reach.through(point, loads.values.flatten(1))]
      end

      def apart((line, neutral), left) = [line & ~neutral & left, neutral & ~line & left]

      def in_states(hypothesis, observation)
        arrangement = observation.arrangement
        states = observation.toggles.states
        case observation.what
        when :lamp, :wiggle
          seen(hypothesis, observation)
        when :breaker
          breaker(hypothesis, observation)
        when :bench
          states.map { |raised| benched(hypothesis, observation, raised) }
        when *HEARD
          path = path(hypothesis, arrangement, *observation.at)
          in_each(observation.toggles, [path.sure, path.weak, path.series, *path.loads.values]) do |state|
            heard(path, hypothesis.beeping, state, observation)
          end
        else
          live(hypothesis, observation)
        end
      end

      # The block's answer for each contact state, computed once for states with equal bits in all masks.
      # @param masks [Array<Integer>]
      # @yieldparam state [Integer] the bit of a combination
      # @return [Array<Float>]
      def in_each(toggles, masks)
        known = {}
        toggles.bits.map do |state|
          known[masks.each_with_index.sum { |mask, number| mask.anybits?(state) ? 1 << number : 0 }] ||= yield(state)
        end
      end

      def live(hypothesis, observation)
        points = observation.at.map { |point| standing(hypothesis, observation.arrangement, point) }
        in_each(observation.toggles, points.flat_map(&:to_a)) do |state|
          plain = shown(points.map { |at| potential_of(at.line, at.neutral, state) }, observation)
          next plain unless points.any? { |at| (at.line_if | at.neutral_if).anybits?(state) }

          drawn = points.map { |at| potential_of(at.line | at.line_if, at.neutral | at.neutral_if, state) }
          (PLUGGED_IN * shown(drawn, observation)) + ((1 - PLUGGED_IN) * plain)
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

      # How a light behaves with an intermittent fault in the circuit, which may not affect this light.
      def coming_and_going(hypothesis, observation)
        with, without = hypothesis.ways.map { |way| in_states(way, observation) }
        share = flickering(hypothesis, observation)
        contact = hypothesis.making_contact
        observation.toggles.states.each_with_index.map do |raised, number|
          shown = hypothesis.ways.map { |way| light(way, observation.arrangement, raised, observation.at) }
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

      # How likely it is seen to flicker.
      def flickering(hypothesis, observation)
        return FLICKERS[observation.number.is_a?(String) ? :report : :lamp] if observation.what == :lamp

        fault = hypothesis.intermittent
        here = observation.moved.include?(fault.device) || observation.moved.include?(fault.place)
        here ? FLICKERS[:wiggle] : FLICKERS[:lamp]
      end

      # A light that was looked at; whoever was wrong about one in the same look may as well be about the next.
      def seen(hypothesis, observation)
        arrangement = observation.arrangement
        masks =
          [[observation.at, observation.reading], *observation.along].map do |lamp, reading|
            [*light_masks(hypothesis, arrangement, lamp), reading]
          end
        in_each(observation.toggles, masks.flat_map { |row| row.first(3) }) do |state|
          (lit, dim, tripped, reading), *along = masks
          misread = along.any? { |row| burns(shining(*row.first(3), state), row.last) < MISREAD }
          misread ? 0.5 : burns(shining(lit, dim, tripped, state), reading)
        end
      end

      def together(masks, state)
        first, *others = masks.map { |row| shining(*row, state) }
        return :odd if others.any? { |other| other != first }

        first == :faint ? :dim : first
      end

      def light_masks(hypothesis, arrangement, lamp) =
        [lit(hypothesis, arrangement, lamp), dim(hypothesis, arrangement, lamp), hypothesis.reach(arrangement).tripped]

      def shining(lit, dim, tripped, state)
        return :tripped if tripped.anybits?(state)
        return lit.anybits?(state) ? :dim : :faint if dim.anybits?(state)

        lit.anybits?(state) ? :on : :off
      end

      # A bad contact may leave a light dim, dark, burning or flickering; bad insulation that does not show is not worth a thought.
      def burns(predicted, seen)
        return { "dim" => 0.5, "flickers" => BAD_CONTACT_FLICKERS }.fetch(seen, 0.15) if predicted == :dim
        return { "dim" => 0.9, "off" => 0.08 }.fetch(seen, 0.01) if predicted == :faint
        return FLICKERS_FOR_NOTHING if seen == "flickers"

        matches(predicted == :on ? "on" : "off", seen)
      end

      # A breaker found tripped may have tripped in another combination than the one it is seen in, or on something that is gone.
      def breaker(hypothesis, observation)
        tripped = hypothesis.reach(observation.arrangement).tripped
        elsewhere = tripped.zero? ? (observation.found ? FOUND_TRIPPED : TRIPS_FOR_NOTHING) : 0.5
        in_each(observation.toggles, [tripped]) do |state|
          short = tripped.anybits?(state)
          next matches(false, short) if observation.reading == "on"

          short ? 1 - @error : elsewhere
        end
      end

      # A continuity tester or an ohmmeter between two points. Ohms tell copper from a load.
      def heard(path, beeping, state, observation)
        joined = path.sure.anybits?(state)
        weak = joined && path.weak.anybits?(state)
        through = joined || !path.loaded? ? 0.0 : sounding(path, beeping, state)
        return resistance(joined, weak, through, observation.reading) if observation.what == :resistance

        beep = observation.reading == "beep"
        return 0.5 if weak

        yes = joined ? 1.0 : through
        (yes * matches(true, beep)) + ((1 - yes) * matches(false, beep))
      end

      def resistance(joined, weak, through, ohms)
        return ohms && ohms > COPPER_OHMS ? 0.6 : 0.2 if weak
        return matches(true, !ohms.nil? && ohms < COPPER_OHMS) if joined
        return @error if ohms && ohms < COPPER_OHMS

        drawing = through.zero? ? 0.0 : through + ((1 - through) * QUIET)
        (drawing * matches(true, !ohms.nil?)) + ((1 - drawing) * matches(false, !ohms.nil?))
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
        predicted = hypothesis.closed(observation.arrangement, device, raised[device])
        matches(predicted.map(&:sort).sort == observation.reading.map(&:sort).sort, true)
      end
    end
  end
end
