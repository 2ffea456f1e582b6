# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The combinations of toggles that a circuit may stand in, given the positions that are known. How a toggle stood at the
    # start and was never noted is one unknown for the whole job, not a new one for every look: for each start the combination
    # it has led to is kept, and every hypothesis keeps how likely it makes each start.
    class Toggles
      # @return [Array<Hash{String => Boolean}>] the different combinations, toggles up or down
      attr_reader :states

      # @return [Array<Integer>, nil] for each start, the number of its combination; nil where the starts say nothing
      attr_reader :starts

      # As the toggles stand now.
      # @param known [Hash{String => String}] switch => position, for those that are known
      def self.now(job, known)
        all = Observation.states(job, {})
        led_to = all.map { |start| start.merge(known.slice(*start.keys).transform_values { |position| Trade::Position.raised?(position) }) }
        states = led_to.uniq
        new(states, led_to.map { |state| states.index(state) })
      end

      # As they stood at some other time.
      def self.once(job, known) = new(Observation.states(job, known), nil)

      def initialize(states, starts)
        @states = states
        @starts = starts
      end

      def one? = states.one?

      def first = states.first

      # The same with one toggle put up or down.
      def with(id, raised)
        put = states.map { |state| state.merge(id => raised) }
        left = put.uniq
        Toggles.new(left, starts&.map { |number| left.index(put[number]) })
      end

      # The same with every combination the one object that a world keeps for it.
      def interned(world) = Toggles.new(states.map { |state| world.toggles(state) }, starts)

      # How likely each combination is.
      # @param odds [Array<Float>, nil] how likely each start is; nil for all alike
      # @return [Array<Float>]
      def shares(odds)
        return [1.0] if one?
        return Array.new(states.size, 1.0 / states.size) unless starts && odds

        starts.each_with_index.with_object(Array.new(states.size, 0.0)) { |(number, start), sums| sums[number] += odds[start] }
      end

      # How likely something is, as likely as each combination makes it.
      # @param odds [Array<Float>, nil] how likely each start is
      # @param likelihoods [Array<Float>] of it, in each combination
      # @return [Float]
      def expected(odds, likelihoods)
        return likelihoods.first if one?

        sum = 0.0
        shares(odds).each_with_index { |share, number| sum += share * likelihoods[number] }
        sum
      end

      # How likely each start is, once something has been seen.
      # @param odds [Array<Float>, nil] before
      # @param likelihoods [Array<Float>] of what was seen, in each combination
      # @return [Array<Float>, nil]
      def learnt(odds, likelihoods)
        return odds if one? || starts.nil?

        joint = starts.each_with_index.map { |number, start| (odds ? odds[start] : 1.0) * likelihoods[number] }
        total = joint.sum
        total.positive? ? joint.map { |share| share / total } : odds
      end

      def ==(other) = equal?(other) || (other.is_a?(Toggles) && hash == other.hash && states == other.states)
      alias eql? ==

      def hash = @hash ||= states.hash
    end
  end
end
