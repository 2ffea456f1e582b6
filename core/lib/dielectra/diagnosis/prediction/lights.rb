# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The lights under a hypothesis, for all combinations of contacts at once
    class Lights
      # @param world [World]
      def initialize(world)
        @world = world
        @first_lamp = world.lamps.each_key.first
        lamps = world.lamps.keys
        @groups = world.job.goal.groups.map { |group| group.load_ids.map { |id| lamps.index(id) } }
        @names = {}
      end

      # @param raised [Hash{String => Boolean}] a state of the contacts
      # @return [Symbol] :on, :off or :tripped, with the breaker on; :dim where it hangs on a contact that closes badly,
      #   :faint where only insulation that leaks keeps it from going out
      def light(hypothesis, arrangement, raised, lamp = @first_lamp) =
        shining(*masks(hypothesis, arrangement, lamp), @world.bit(raised))

      # The combinations in which a lamp is on, with the breaker on
      # @return [Integer] with a bit for each of World#combinations
      def lit(hypothesis, arrangement, lamp) =
        hypothesis.lamp_good?(arrangement, lamp) ? hypothesis.reach(arrangement).lit(@world.lamps.fetch(lamp)) : 0

      # The combinations in which it is dim: for a high-resistance contact, or because of leaking insulation
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

      # State of all lamps together; :dim where any is dim, :odd where those differ that the same switches work. For
      # several groups of lamps, the states of the groups, as in `on off`.
      def lights(hypothesis, arrangement, raised) =
        together(@world.lamps.keys.map { |lamp| masks(hypothesis, arrangement, lamp) }, @world.bit(raised))

      # Distribution over those states, given how the toggles stand
      # @param toggles [Toggles]
      # @return [Hash{Symbol => Float}]
      def lights_with(hypothesis, arrangement, toggles)
        shares = toggles.shares(hypothesis.odds)
        hypothesis
          .ways_with(toggles)
          .each_with_object(Hash.new(0.0)) do |(way, share), all|
            masks = @world.lamps.keys.map { |lamp| masks(way, arrangement, lamp) }
            toggles.bits.each_with_index do |state, number|
              all[together(masks, state)] += shares[number] * share if shares[number] > Shares::NEGLIGIBLE
            end
          end
      end

      # @return [Array(Integer, Integer, Integer)] combinations in which a lamp burns, is dim, and in which the breaker
      #   trips
      def masks(hypothesis, arrangement, lamp) =
        [lit(hypothesis, arrangement, lamp), dim(hypothesis, arrangement, lamp), hypothesis.reach(arrangement).tripped]

      # @return [Symbol] state of a lamp in one combination: :on, :off, :dim, :faint or :tripped
      def shining(lit, dim, tripped, state)
        return :tripped if tripped.anybits?(state)
        return lit.anybits?(state) ? :dim : :faint if dim.anybits?(state)

        lit.anybits?(state) ? :on : :off
      end

      private

      def together(masks, state)
        shown = @groups.map { |lamps| group_state(masks, lamps, state) }
        return shown.first if shown.one? || shown.first == :tripped

        @names[shown] ||= shown.join(Goals::Goal::SEPARATOR).to_sym
      end

      def group_state(masks, lamps, state)
        first, *others = lamps.map { |lamp| shining(*masks[lamp], state) }
        return :odd if others.any? { |other| other != first }

        first == :faint ? :dim : first
      end
    end
  end
end
