# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The states a circuit's contacts may be in, given how its toggles stand. Which way a toggle throws, and how it
    # stood before anyone noted it, is unknown. Each unknown is a bit that lasts the whole job (World#unknown), so every
    # hypothesis learns it once.
    #  A way is one assignment of all unknowns, as a number; it leads to one state of the contacts.
    class Toggles
      include Checkpoint.without(:@shares, :@combined, :@learned, :@hash)

      # @return [Array<Hash{String => Boolean}>] the different states of the contacts, each the one object that a world
      #   keeps for it: switch => whether it closes what its kind's table lists for `up`
      attr_reader :states

      # @return [Array<Integer>] the bit of each state; see World#combinations
      attr_reader :bits

      # @return [Hash{String => Boolean, nil}] switch => whether its toggle stands up; nil where unknown
      attr_reader :positions

      # The toggles as they stand in a situation
      # @param world [World]
      # @param situation [Evidence::Situation]
      # @param put [Hash{String => Boolean}] toggles that are put up or down first
      # @return [Toggles]
      def self.now(world, situation, put = {}) =
        world.toggles_of(raised(world.job, situation.positions).merge(put), senses(situation))

      # The toggles as they stood for a report. One that the report does not name stood either way.
      def self.reported(world, situation, positions) =
        world.toggles_of(raised(world.job, positions), senses(situation), open: true)

      # @return [Hash{String => Boolean, nil}]
      def self.raised(job, positions) =
        job.goal.controls.to_h do |control|
          [control.id, positions[control.id] && Trade::Position.raised?(positions[control.id])]
        end

      # @return [Hash{String => Array, nil}] switch => the unknown that says which way it throws, nil where that is
      #   known
      def self.senses(situation) =
        situation.job.goal.controls.to_h { |control| [control.id, situation.sense(control.id)] }
      private_class_method :raised, :senses

      # @param world [World]
      # @param positions [Hash{String => Boolean, nil}]
      # @param senses [Hash{String => Array, nil}]
      # @param open [Boolean] whether unknown toggles are averaged over and not learned
      def initialize(world, positions, senses, open: false)
        @positions = positions.freeze
        @senses = senses
        bits =
          positions.to_h do |id, up|
            [id, up.nil? ? (world.unknown([:start, id]) unless open) : (senses[id] && world.unknown(senses[id]))]
          end
        free = positions.keys.select { |id| positions[id].nil? && open }
        numbers = {}
        @ways =
          Array.new(1 << world.unknowns) do |way|
            contacts =
              positions.to_h do |id, up|
                [id, bits[id] ? (up ? true : false) ^ (way[bits[id]] == 1) : (up ? true : false)]
              end
            averaged(free, contacts).map { |state| numbers[world.state(state)] ||= numbers.size }
          end
        @states = numbers.keys
        @bits = @states.map { |state| world.bit(state) }
        @ways = @ways.map(&:first) if free.empty?
        @free = free.any?
        restored
        @uniform = shares_of_ways(Array.new(@ways.size, 1.0 / @ways.size))
      end

      # Whether the position of every toggle is known
      def known? = @known ||= positions.none? { |_, up| up.nil? }

      # Whether the state of every contact is known
      def one? = states.one?

      # The probability of each state
      # @param odds [Array<Float>, nil] how likely each way is; nil for all alike
      # @return [Array<Float>]
      def shares(odds)
        return @uniform if odds.nil? || one?

        remembered(@shares)[odds] ||= shares_of_ways(odds.size >= @ways.size ? odds : spread(odds, @ways.size))
      end

      # The same, to be asked for masks of combinations
      # @param odds [Array<Float>, nil]
      # @return [Shares]
      def combined(odds) = remembered(@combined)[odds] ||= Shares.new(self, odds)

      # Odds of which it is remembered what follows from them
      MOST_REMEMBERED = 1_000
      private_constant :MOST_REMEMBERED

      # The result of the block for each state. It is computed once for states with equal bits in all masks.
      # @param masks [Array<Integer>]
      # @yieldparam state [Integer] the bit of a combination
      # @return [Array<Float>]
      def in_each(masks)
        return [yield(bits.first)] if bits.size == 1

        known = {}
        bits.map do |state|
          key = 1
          masks.each { |mask| key = (key << 1) | ((mask & state) == 0 ? 0 : 1) }
          known[key] ||= yield(state)
        end
      end

      # The expectation of a likelihood over the states
      # @param odds [Array<Float>, nil]
      # @param likelihoods [Array<Float>] of it, in each state
      # @return [Float]
      def expected(odds, likelihoods)
        return likelihoods.first if one?

        sum = 0.0
        shares(odds).each_with_index { |share, number| sum += share * likelihoods[number] }
        sum
      end

      # The likeliest state.
      # @return [Hash{String => Boolean}]
      def likeliest(odds) =
        one? ? states.first : states[shares(odds).each_with_index.max_by { |share, number| [share, -number] }.last]

      # The probability of each way after an observation
      # @param odds [Array<Float>, nil] before
      # @param likelihoods [Array<Float>] of what was seen, in each state
      # @return [Array<Float>, nil]
      def learned(odds, likelihoods)
        return odds if likelihoods.all?(likelihoods.first)

        (remembered(@learned)[odds] ||= {})[likelihoods] ||= joined(odds, likelihoods)
      end

      # Equal if the toggles stand alike and the same is known of them
      def ==(other) = equal?(other) || (other.is_a?(Toggles) && key == other.key)
      alias eql? ==

      def key = @key ||= [positions, @senses].freeze

      def hash = @hash ||= key.hash

      private

      def restored
        @shares = {}.compare_by_identity
        @combined = {}.compare_by_identity
        @learned = {}.compare_by_identity
      end

      # Hypotheses that have learned the same share their odds.
      def remembered(memo) = memo.size > MOST_REMEMBERED ? memo.clear : memo

      def joined(odds, likelihoods)
        size = [odds ? odds.size : 1, @ways.size].max
        before = odds.nil? ? nil : spread(odds, size)
        mask = @ways.size - 1
        joint = Array.new(size) { |way| (before ? before[way] : 1.0) * of_way(likelihoods, @ways[way & mask]) }
        total = joint.sum
        total.positive? ? joint.map { |share| share / total } : odds
      end

      # Every position of the toggles that a report does not name
      def averaged(free, contacts) =
        free.reduce([contacts]) do |some, id|
          some.flat_map { |state| [state.merge(id => true), state.merge(id => false)] }
        end

      def of_way(likelihoods, numbers) =
        @free ? numbers.sum { |number| likelihoods[number] } / numbers.size : likelihoods[numbers]

      def shares_of_ways(odds)
        sums = Array.new(states.size, 0.0)
        mask = @ways.size - 1
        odds.each_with_index do |share, way|
          next if share == 0.0

          at = @ways[way & mask]
          @free ? at.each { |number| sums[number] += share / at.size } : sums[at] += share
        end
        sums
      end

      # The same odds over more unknowns, uniform over the new ones
      def spread(odds, size) =
        odds.size == size ? odds : Array.new(size) { |way| odds[way & (odds.size - 1)] * odds.size / size }
    end
  end
end
