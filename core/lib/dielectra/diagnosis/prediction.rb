# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # What would be seen or read under a hypothesis, and how likely a reading is. Answered from which points hang
    # together; Physics::Network gives the same answers in numbers.
    class Prediction
      # A breaker lets go for no reason, or is taken for tripped, so seldom.
      TRIPS_FOR_NOTHING = 0.0005
      # Likelihood below which somebody must have been wrong about a light.
      MISREAD = 0.1

      def initialize(world)
        @world = world
        @first_lamp = world.lamps.each_key.first
        @error = Physics::Uncertainty.error
      end

      # @return [Float] how likely the reading is under the hypothesis, between 0 and 1
      def likelihood(hypothesis, observation)
        return of_state(hypothesis, observation, observation.toggles.first) if observation.toggles.one?

        expected(hypothesis, observation, likelihoods(hypothesis, observation))
      end

      # The same for each combination of toggles it may have been seen in.
      # @return [Array<Float>]
      def likelihoods(hypothesis, observation) = observation.toggles.states.map { |raised| of_state(hypothesis, observation, raised) }

      # @param likelihoods [Array<Float>] in each combination
      # @return [Float] how likely it is, as likely as the hypothesis makes each
      def expected(hypothesis, observation, likelihoods) = observation.toggles.expected(hypothesis.starts, likelihoods)

      # What a reading through the lamp says about the lamp itself.
      # @param likelihood [Float] of the observation
      # @return [Float] probability that it beeps, after the observation
      def beeping(hypothesis, observation, likelihood)
        return hypothesis.beeping unless observation.what == :continuity

        predicted = observation.toggles.states.map { |raised| beeps(hypothesis, observation.arrangement, raised, *observation.at) }
        return hypothesis.beeping unless predicted.include?(:perhaps)

        beep = observation.reading == "beep"
        hypothesis.beeping * expected(hypothesis, observation, predicted.map { |one| sounded(1.0, one, beep) }) / likelihood
      end

      # @return [Symbol] :on, :off or :tripped, with the breaker on; :dim where it hangs on a contact that closes badly, :faint where
      #   only insulation that leaks keeps it from going out
      def light(hypothesis, arrangement, raised, lamp = @first_lamp)
        state = @world.bit(raised)
        return :tripped if hypothesis.reach(arrangement).tripped.anybits?(state)

        lit = lit(hypothesis, arrangement, lamp).anybits?(state)
        return lit ? :dim : :faint if dim(hypothesis, arrangement, lamp).anybits?(state)

        lit ? :on : :off
      end

      # In which combinations a lamp burns, the breaker being on.
      # @return [Integer] with a bit for each of World#combinations
      def lit(hypothesis, arrangement, lamp) = hypothesis.lamp_good?(arrangement, lamp) ? hypothesis.reach(arrangement).lit(lamp) : 0

      # In which of these it is dim for want of a contact that closes well, and in which of the others for insulation that leaks.
      # @return [Integer] with a bit for each of World#combinations
      def dim(hypothesis, arrangement, lamp)
        lit = lit(hypothesis, arrangement, lamp)
        without = hypothesis.reach_without_weak(arrangement)
        leaking = hypothesis.reach_with_leak(arrangement)
        (without ? lit & ~without.lit(lamp) : 0) | (leaking && hypothesis.lamp_good?(arrangement, lamp) ? leaking.lit(lamp) & ~lit : 0)
      end

      # @return [Boolean] whether the breaker lets go
      def trips?(hypothesis, arrangement, raised) = light(hypothesis, arrangement, raised) == :tripped

      # What all lamps do: the one light they show together, :dim whatever makes it so, or :odd where they differ.
      def lights(hypothesis, arrangement, raised)
        shown = @world.lamps.keys.map { |lamp| light(hypothesis, arrangement, raised, lamp) }
        return :odd unless shown.uniq.one?

        shown.first == :faint ? :dim : shown.first
      end

      # With the breaker off: whether two points beep, or :perhaps where a cold lamp lies between them.
      # @return [Boolean, Symbol]
      def beeps(hypothesis, arrangement, raised, one, other)
        nets = hypothesis.nets(arrangement, raised)
        one = nets[@world.index[one]]
        other = nets[@world.index[other]]
        return weak?(hypothesis, arrangement, raised, one, other) if one == other

        through_lamps(hypothesis, arrangement, nets).intersect?([[one, other], [other, one]]) ? :perhaps : false
      end

      # Points by their numbers.
      # @return [Array<Integer>]
      def numbers(points) = points.map { |point| @world.index[point] }

      # How all points hang together, and the pairs of nets that good lamps lie between, one or several in a row.
      # @return [Array(Nets, Array<Array(Integer, Integer)>)]
      def nets_and_lamps(hypothesis, arrangement, raised)
        nets = hypothesis.nets(arrangement, raised)
        [nets, through_lamps(hypothesis, arrangement, nets)]
      end

      # With the breaker on: what a point stands at.
      # @return [Symbol] :line, :neutral or :floating; everything floats after a breaker has tripped
      def potential(hypothesis, arrangement, raised, point)
        nets = hypothesis.nets(arrangement, raised)
        source = nets[@world.source]
        neutral = nets[@world.return]
        net = nets[@world.index[point]]
        return net == neutral ? :neutral : :floating if source == neutral
        return :line if net == source
        return :neutral if net == neutral

        through_leak(hypothesis, arrangement, raised, net) || through_lamp(hypothesis, arrangement, nets, net, source, neutral)
      end

      # @return [Symbol] :full, :nothing or :floating between two points, breaker on
      def volts(hypothesis, arrangement, raised, one, other)
        here = potential(hypothesis, arrangement, raised, one)
        there = potential(hypothesis, arrangement, raised, other)
        return :floating if [here, there].include?(:floating)

        here == there ? :nothing : :full
      end

      private

      # A contact that closes badly may be heard or not.
      def weak?(hypothesis, arrangement, raised, one, other)
        without = hypothesis.nets_without_weak(arrangement, raised)
        without.nil? || without[one] == without[other] ? true : :perhaps
      end

      def good_lamps(hypothesis, arrangement, nets)
        @world.lamps.filter_map { |lamp, ends| [nets[ends[0]], nets[ends[1]]] if hypothesis.lamp_good?(arrangement, lamp) }
      end

      # Pairs of nets between which one gets through good lamps.
      def through_lamps(hypothesis, arrangement, nets)
        pairs = good_lamps(hypothesis, arrangement, nets)
        pairs.size < 2 ? pairs : pairs.flatten.uniq.combination(2).select { |one, other| beyond(pairs, [one]).include?(other) }
      end

      # All nets that one gets to through lamps.
      def beyond(pairs, reached)
        further = pairs.flat_map { |pair| pair.intersect?(reached) ? pair : [] } | reached
        further.size == reached.size ? reached : beyond(pairs, further)
      end

      # What a net that is on neither side itself stands at for insulation that leaks: next to nothing is drawn there.
      def through_leak(hypothesis, arrangement, raised, net)
        nets = hypothesis.nets_with_leak(arrangement, raised) or return

        {nets[@world.source] => :line, nets[@world.return] => :neutral}[nets[net]]
      end

      # What a net stands at that is on neither side itself; between two lamps it is anything.
      def through_lamp(hypothesis, arrangement, nets, net, source, neutral)
        reached = beyond(good_lamps(hypothesis, arrangement, nets), [net])
        return :floating if reached.include?(source) == reached.include?(neutral)

        reached.include?(source) ? :line : :neutral
      end

      def of_state(hypothesis, observation, raised)
        arrangement = observation.arrangement
        case observation.what
        when :lamp then seen(hypothesis, observation, raised)
        when :breaker then breaker(hypothesis, observation, raised)
        when :continuity then sounded(hypothesis.beeping, beeps(hypothesis, arrangement, raised, *observation.at), observation.reading == "beep")
        when :resistance then measured(beeps(hypothesis, arrangement, raised, *observation.at), observation.reading)
        when :ncv then detected(potential(hypothesis, arrangement, raised, observation.at.first), observation.reading == "glow")
        when :bench then benched(hypothesis, observation)
        else voltage(volts(hypothesis, arrangement, raised, *observation.at), observation)
        end
      end

      def matches(predicted, seen) = predicted == seen ? 1 - @error : @error

      # A light that was looked at; whoever was wrong about one in the same look may as well be about the next.
      def seen(hypothesis, observation, raised)
        misread = observation.along.any? { |lamp, shown| burns(light(hypothesis, observation.arrangement, raised, lamp), shown) < MISREAD }
        misread ? 0.5 : burns(light(hypothesis, observation.arrangement, raised, observation.at), observation.reading)
      end

      # A bad contact may leave a light dim, dark or burning; bad insulation that does not show is not worth a thought.
      def burns(predicted, seen)
        return seen == "dim" ? 0.6 : 0.2 if predicted == :dim
        return {"dim" => 0.9, "off" => 0.09}.fetch(seen, 0.01) if predicted == :faint

        matches(predicted == :on ? "on" : "off", seen)
      end

      # A breaker found tripped may have tripped in another combination than the one it is seen in.
      def breaker(hypothesis, observation, raised)
        short = trips?(hypothesis, observation.arrangement, raised)
        return matches(false, short) if observation.reading == "on"
        return 1 - @error if short

        ever = @world.combinations.any? { |any| trips?(hypothesis, observation.arrangement, any) }
        ever ? 0.5 : TRIPS_FOR_NOTHING
      end

      # @param beeping [Float] probability that a lamp, cold, beeps
      def sounded(beeping, predicted, beep)
        return matches(predicted, beep) unless predicted == :perhaps

        (beeping * matches(true, beep)) + ((1 - beeping) * matches(false, beep))
      end

      def measured(predicted, ohms)
        return matches(predicted == true, true) if ohms && ohms < 5
        return predicted == :perhaps ? 0.6 : @error if ohms

        predicted == :perhaps ? 0.5 : matches(predicted, false)
      end

      def detected(predicted, glow)
        predicted == :floating ? Physics::Uncertainty.floating_glow(glow) : matches(predicted == :line, glow)
      end

      def voltage(predicted, observation)
        share = observation.reading / @world.job.supply_volts.to_f
        return matches(predicted, Physics::Uncertainty.volts_class(share)) unless predicted == :floating

        observation.what == :low_z ? Physics::Uncertainty.floating_volts(share, @error) : Physics::Uncertainty.floating_volts(share)
      end

      def benched(hypothesis, observation)
        device, position = observation.at
        predicted = hypothesis.closed(observation.arrangement, device, Trade::Position.raised?(position))
        matches(predicted.map(&:sort).sort == observation.reading.map(&:sort).sort, true)
      end
    end
  end
end
