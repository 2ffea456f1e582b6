# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Lists the hypotheses over some skeletons down to a prior floor: states of the boxes, each without and with each
    # hidden fault. A row is an assembly, its hidden faults and its prior.
    class Listing
      # Prior floors relative to the heaviest row, tried in order until there are enough rows. A wider listing starts
      # lower.
      FLOORS = [3e-3, 3e-4].freeze
      WIDER = [3e-3, 3e-4, 5e-5, 1e-5].freeze
      ENOUGH = 4_000
      # Number of rows below which rare ones are added, and the floor for those
      SPARSE = 400
      RARITIES = 3e-5
      # Skeletons times closed boxes below which the lowest floor is tried first
      FEW_WAYS = 100
      # Factor on the floor for obsolete schemes
      RARE = 0.05

      # @param world [World]
      # @param boxes [BoxStates]
      # @param wide [Boolean] whether to look for rarer things
      # @param guide [Hash{Array => Float}] see Space
      # @param nothing [Float] probability of a call where nothing is wrong
      def initialize(world, boxes, wide:, guide:, nothing:)
        @world = world
        @boxes = boxes
        @wide = wide
        @guide = guide
        @nothing = nothing
      end

      # @param skeletons [Array<Skeleton>]
      # @return [Array<Array(Assembly, Array<Deviation>, Float)>]
      def of_all(skeletons)
        heaviest = skeletons.map(&:weight).max
        down_to = ->(floor) { skeletons.flat_map { |skeleton| of(skeleton, floor * heaviest) } }
        found = floors(skeletons).reduce([]) { |so_far, floor| so_far.size < ENOUGH ? down_to[floor] : so_far }
        found.size < SPARSE ? down_to[RARITIES] : found
      end

      # @return [Array<Array(Assembly, Array<Deviation>, Float)>] down to the first floor only
      def common(skeletons) = skeletons.flat_map { |skeleton| of(skeleton, FLOORS.first * skeletons.first.weight) }

      # @return [Array<Hypothesis>] closed boxes as designed, no hidden fault
      def plain(skeleton)
        @boxes
          .as_meant(skeleton)
          .map do |assembly, weight|
            now = skeleton.weight * weight * co_occurrence(skeleton.wrong, [])
            prior = nothing?(skeleton, []) ? now * @nothing : now
            Hypothesis.new(assembly:, faults: [], prior:, world: @world, plain: true)
          end
      end

      # @return [Float] factor on the joint prior of several deviations over their product
      def co_occurrence(kinds, more)
        more
          .reduce([1.0, kinds]) { |(share, all), kind| [share * Deviation.co_occurrence(all, kind), all + [kind]] }
          .first
      end

      # @return [Float] probability of a call for a skeleton without deviations
      def nothing(skeleton) = nothing?(skeleton, []) ? @nothing : 1.0

      private

      def floors(skeletons)
        return WIDER if @wide

        skeletons.size * @boxes.closed_places.size <= FEW_WAYS ? FLOORS.last(1) : FLOORS
      end

      def of(skeleton, floor)
        floor *= RARE unless skeleton.layout.scheme == Design::Scheme::PRESENT
        right = @boxes.as_meant(skeleton)
        deviating = @boxes.deviating(skeleton, floor / skeleton.weight)
        right.flat_map { |assembly, weight| with_faults(skeleton, weight, [], floor) { assembly } } +
          deviating.flat_map do |boxes, weight|
            wrong = boxes.filter_map { |box| box.deviation&.kind }
            with_faults(skeleton, weight, wrong, floor) { @boxes.assembled(skeleton, boxes) }
          end
      end

      # One state of the boxes, without and with each hidden fault above the floor
      # @param weight [Float] of the boxes being joined so
      # @param deviating [Array<Symbol>] deviations in closed boxes
      # @yieldreturn [Assembly] asked for only where it weighs enough
      def with_faults(skeleton, weight, deviating, floor)
        now = skeleton.weight * weight * co_occurrence(skeleton.wrong, deviating)
        return [] if now < floor

        assembly = yield
        faulty_weight = now * co_occurrence(skeleton.wrong + deviating, [:fault])
        [
          [assembly, [], nothing?(skeleton, deviating) ? now * @nothing : now],
          *faulty(assembly, faulty_weight, floor, deviating.empty? ? pointed_at : {})
        ]
      end

      def nothing?(skeleton, deviating) = skeleton.wrong.empty? && deviating.empty?

      # @param pointed_at [Hash{Array => Float}] how much rarer than others a fault may be, by what and where
      def faulty(assembly, weight, floor, pointed_at)
        return [] if pointed_at.empty? && weight * commonest < floor

        Faults
          .new(assembly, @world)
          .all(floor / weight, pointed_at)
          .map { |fault, prior| [assembly, [fault], weight * prior] }
      end

      # Hidden faults that observations made likelier. They are exempt from the floor.
      def pointed_at
        @pointed_at ||=
          @guide
            .select do |wrong, ratio|
              wrong != :others && wrong.size == 1 && ratio > 1 && Deviation::HIDDEN.include?(wrong.first.first)
            end
            .to_h { |wrong, ratio| [wrong.first, ratio] }
      end

      # Prior of the most common hidden fault
      def commonest = @commonest ||= Deviation::HIDDEN.map { |kind| Trade.priors.dig("deviation", kind.to_s) }.max
    end
  end
end
