# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Everything that may rest on some skeletons: ways the boxes may be joined, each with nothing hidden and with each
    # hidden fault, down to a floor. A row is an assembly, its hidden faults and its prior.
    class Listing
      # Share of the heaviest prior below which a row is left out, lower and lower until there are enough; lower still
      # where one looks wider.
      FLOORS = [3e-3, 3e-4].freeze
      WIDER = [3e-3, 3e-4, 5e-5, 1e-5].freeze
      ENOUGH = 4_000
      # So few rows that there is room for what is rare, and the floor then.
      SPARSE = 400
      RARITIES = 3e-5
      # Skeletons times closed boxes that never yield enough, so that the lowest floor may come first.
      FEW_WAYS = 100
      # How much lower the floor is for obsolete schemes.
      RARE = 0.05

      # @param world [World]
      # @param boxes [BoxStates]
      # @param wide [Boolean] whether to look for rarer things
      # @param guide [Hash{Array => Float}] see Space
      # @param nothing [Float] how seldom somebody is called where nothing is wrong
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

      # @return [Array<Hypothesis>] everything in the closed boxes as it was meant, and nothing hidden
      def plain(skeleton)
        @boxes
          .as_meant(skeleton)
          .map do |assembly, weight|
            now = skeleton.weight * weight * co_occurrence(skeleton.wrong, [])
            prior = nothing?(skeleton, []) ? now * @nothing : now
            Hypothesis.new(assembly:, faults: [], prior:, world: @world, plain: true)
          end
      end

      # @return [Float] how much rarer several things wrong are than each by itself would make them
      def co_occurrence(kinds, more)
        more
          .reduce([1.0, kinds]) { |(share, all), kind| [share * Deviation.co_occurrence(all, kind), all + [kind]] }
          .first
      end

      # @return [Float] how seldom somebody is called for a skeleton with nothing else wrong
      def nothing(skeleton) = nothing?(skeleton, []) ? @nothing : 1.0

      private

      def floors(skeletons)
        return WIDER if @wide

        skeletons.size * @boxes.closed_places.size <= FEW_WAYS ? FLOORS.last(1) : FLOORS
      end

      def of(skeleton, floor)
        floor *= RARE unless skeleton.layout.scheme == Design::Scheme::PRESENT
        right = @boxes.as_meant(skeleton)
        spoilt = @boxes.spoilt(skeleton, floor / skeleton.weight)
        right.flat_map { |assembly, weight| with_faults(skeleton, weight, [], floor) { assembly } } +
          spoilt.flat_map do |boxes, weight|
            wrong = boxes.filter_map { |box| box.deviation&.kind }
            with_faults(skeleton, weight, wrong, floor) { @boxes.assembled(skeleton, boxes) }
          end
      end

      # A way the boxes may be joined, with nothing hidden and with each fault, as far as it weighs enough.
      # @param weight [Float] of the boxes being joined so
      # @param spoilt [Array<Symbol>] what is not as it was meant in closed ones
      # @yieldreturn [Assembly] asked for only where it weighs enough
      def with_faults(skeleton, weight, spoilt, floor)
        now = skeleton.weight * weight * co_occurrence(skeleton.wrong, spoilt)
        return [] if now < floor

        assembly = yield
        faulty_weight = now * co_occurrence(skeleton.wrong + spoilt, [:fault])
        [
          [assembly, [], nothing?(skeleton, spoilt) ? now * @nothing : now],
          *faulty(assembly, faulty_weight, floor, spoilt.empty? ? pointed_at : {})
        ]
      end

      def nothing?(skeleton, spoilt) = skeleton.wrong.empty? && spoilt.empty?

      # @param pointed_at [Hash{Array => Float}] how much rarer than others a fault may be, by what and where
      def faulty(assembly, weight, floor, pointed_at)
        return [] if pointed_at.empty? && weight * commonest < floor

        Faults
          .new(assembly, @world)
          .all(floor / weight, pointed_at)
          .map { |fault, prior| [assembly, [fault], weight * prior] }
      end

      # Hidden faults that the observations have made likelier: these are not left out for being rare.
      def pointed_at
        @pointed_at ||=
          @guide
            .select do |wrong, ratio|
              wrong != :others && wrong.size == 1 && ratio > 1 && Deviation::HIDDEN.include?(wrong.first.first)
            end
            .to_h { |wrong, ratio| [wrong.first, ratio] }
      end

      # Prior of the commonest hidden fault.
      def commonest = @commonest ||= Deviation::HIDDEN.map { |kind| Trade.priors.dig("deviation", kind.to_s) }.max
    end
  end
end
