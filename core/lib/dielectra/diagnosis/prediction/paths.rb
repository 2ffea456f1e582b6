# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # How two points are connected with the power off under a hypothesis, and how likely a tester beeps between them
    class Paths
      # Probability that several loads in series make a tester beep
      IN_SERIES = 0.1

      # How two points may be connected, as masks of combinations: by copper, by copper that depends on a
      # high-resistance contact, through a leak, for each load through it alone, and through several loads in series
      Path =
        Struct.new(:sure, :weak, :leak, :loads, :series) do
          # Whether a load may lie between
          def loaded? = loads.any? || !series.zero?
        end

      # @param world [World]
      def initialize(world)
        @world = world
        @paths = {}.compare_by_identity
        @alike = {}.compare_by_identity
        @by_nets = {}.compare_by_identity
      end

      # Drops results for hypotheses that are no longer held.
      def forget = [@paths, @alike, @by_nets].each(&:clear)

      # How two points are joined with the breaker off
      # @return [Path]
      def path(hypothesis, arrangement, one, other) =
        path_of(hypothesis, arrangement, @world.index[one], @world.index[other])

      # The same for points given by number; see #numbers
      def path_of(hypothesis, arrangement, one, other)
        one, other = other, one if one > other
        by_pair = ((@paths[hypothesis] ||= {}.compare_by_identity)[arrangement] ||= {})
        by_pair[(one * PointIndex::MOST) + other] ||= found(hypothesis.unpowered(arrangement), arrangement, one, other)
      end

      # @param points [Array<String>]
      # @return [Array<Integer>]
      def numbers(points) = points.map { |point| @world.index[point] }

      # Probability that a continuity tester beeps between two points, given by their numbers
      # @param shares [Shares] of the combinations
      # @param ways [Array<Array(Hypothesis, Float)>] see Hypothesis#ways_with
      # @return [Float]
      def beep(hypothesis, arrangement, one, other, shares, ways) =
        ways.sum { |way, share| share * beep_in(way, hypothesis.beeping, arrangement, one, other, shares) }

      # @return [Integer] combinations in which two points are joined by copper
      def joined(hypothesis, arrangement, one, other) =
        hypothesis.unpowered(arrangement).reach(arrangement).together(@world.index[one], @world.index[other])

      # Probability that a tester beeps through the loads of a path
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

      private

      # Points on the same nets have the same path, and so do they under hypotheses with the same copper and loads.
      def found(hypothesis, arrangement, one, other)
        return laid(hypothesis, arrangement, one, other) if hypothesis.dimming?

        by_arrangement = (@by_nets[hypothesis] ||= {}.compare_by_identity)
        by_nets = (by_arrangement[arrangement] ||= alike(hypothesis, arrangement))
        by_nets[hypothesis.reach(arrangement).nets(one, other)] ||= laid(hypothesis, arrangement, one, other)
      end

      def alike(hypothesis, arrangement) =
        (@alike[hypothesis.reach(arrangement)] ||= {})[hypothesis.loads(arrangement)] ||= {}

      def laid(hypothesis, arrangement, one, other)
        reach = hypothesis.reach(arrangement)
        sure = reach.together(one, other)
        weak = sure.zero? ? 0 : without_weak(hypothesis, arrangement, one, other, sure)
        Path.new(
          sure,
          weak,
          sure == @world.every ? 0 : through_leak(hypothesis, arrangement, one, other, sure),
          *(sure == @world.every ? [{}, 0] : through_loads(hypothesis, arrangement, one, other, sure))
        )
      end

      def without_weak(hypothesis, arrangement, one, other, sure)
        without = hypothesis.reach_without_weak(arrangement)
        without ? sure & ~without.together(one, other) : 0
      end

      def through_leak(hypothesis, arrangement, one, other, sure)
        with = hypothesis.reach_with_leak(arrangement)
        with ? with.together(one, other) & ~sure : 0
      end

      # @return [Array(Hash{Integer => Integer}, Integer)] for each load the combinations in which it alone connects the
      #   points, and the combinations in which only several in series do
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
    end
  end
end
