# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Which points are on line or neutral with the power on under a hypothesis, for all combinations of contacts at once
    class Potentials
      # Masks of the combinations in which a point is on line or neutral, and of those in which it would be with
      # something plugged in downstream
      Potential = Struct.new(:line, :neutral, :line_if, :neutral_if)

      # @param world [World]
      def initialize(world)
        @world = world
        @standings = {}.compare_by_identity
      end

      # Drops results for hypotheses that are no longer held.
      def forget = @standings.clear

      # What a point is connected to, with the breaker on. Everything floats after a breaker has tripped.
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

      private

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

      # Potential through leaking insulation, which carries almost no current
      def leaked(hypothesis, arrangement, point, left)
        leaking = hypothesis.reach_with_leak(arrangement) or return Reach::NOWHERE
        line = leaking.live(point)
        neutral = leaking.neutral(point)
        [line & ~neutral & left, neutral & ~line & left]
      end

      # Potential through good lamps and through possible further loads; undetermined between two loads
      def through(hypothesis, arrangement, reach, point)
        loads = hypothesis.loads(arrangement)
        lamps = loads.select { |number, _| number < @world.lamps.size }
        found = reach.through(point, lamps.values.flatten(1))
        [found, lamps.size == loads.size ? found : reach.through(point, loads.values.flatten(1))]
      end

      def apart((line, neutral), left) = [line & ~neutral & left, neutral & ~line & left]
    end
  end
end
