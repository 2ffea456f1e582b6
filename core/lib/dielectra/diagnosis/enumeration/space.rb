# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypotheses worth holding, given what the opened boxes show: skeletons, ways the closed boxes may be joined, and
    # hidden faults, by falling prior. What is too unlikely is left out and can be grown back by looking wider.
    class Space
      include Selection

      # Share of the heaviest prior below which a hypothesis is left out, lower and lower until there are enough of them; lower still
      # where answers surprise.
      FLOORS = [3e-3, 3e-4].freeze
      WIDER = [3e-3, 3e-4, 5e-5, 1e-5].freeze
      ENOUGH = 4_000
      # So few that there is room for what is rare, and down to where.
      SPARSE = 400
      RARITIES = 3e-5
      # Skeletons times closed boxes up to which there never are so many, and one may begin with the lowest.
      FEW_WAYS = 100
      # How much lower that share is for obsolete schemes.
      RARE = 0.05

      # @param wide [Boolean] whether to look for rarer things: layouts seldom met
      # @param guide [Hash{Array => Float}] how much likelier what was seen has made each thing wrong, by what and where; what
      #   is held is picked by it, and weighed without it
      # @param observations [Array<Observation>] what was seen so far; skeletons are picked by how well they agree with it
      def initialize(world, situation, wide: false, guide: {}, observations: [])
        @nothing = situation.found_off? ? 1.0 : Trade.priors.dig("deviation", "nothing")
        @world = world
        @job = world.job
        @situation = situation
        @wide = wide
        @guide = guide
        @observations = observations
      end

      # @param skeleton [Skeleton]
      # @param deviations [Array<Deviation>]
      # @return [Array] what is wrong and where, in boxes that were opened too, as a guide names it
      def self.wrong(skeleton, deviations)
        all = skeleton.wrong_places + deviations.map(&:wrong)
        all.size < 2 ? all : all.sort_by(&:hash)
      end

      # @return [Array<Hypothesis>]
      def hypotheses
        skeletons, others =
          agreeing(Skeleton.all(@job, @situation, @world, most: looked_at, wide: @wide, draw: @observations.size))
        return [] if skeletons.empty?

        found = listed(skeletons)
        return merged(found) if @situation.opened_boxes.empty?

        found = picked(found) if found.size > MOST
        found.map { |assembly, faults, prior| Hypothesis.new(assembly:, faults:, prior:, world: @world) } +
          others.flat_map { |skeleton| plain(skeleton) }
      end

      # The commonest, whatever was seen.
      # @param count [Integer]
      # @return [Array<Hypothesis>]
      def most_common(count)
        return hypotheses.max_by(count, &:prior) if @situation.opened_boxes.empty?

        skeletons = Skeleton.all(@job, @situation, @world, most: MOST_SKELETONS)
        found = skeletons.flat_map { |skeleton| of(skeleton, FLOORS.first * skeletons.first.weight) }
        found
          .max_by(count, &:last)
          .map { |assembly, faults, prior| Hypothesis.new(assembly:, faults:, prior:, world: @world) }
      end

      # What a hypothesis becomes with one thing more wrong: a hidden fault, or a closed box that is not as it was meant (de
      # Kleer and Williams: candidates are grown from the probable ones, not listed).
      # @param hypothesis [Hypothesis]
      # @return [Array<Hypothesis>]
      def extended(hypothesis)
        faults = hypothesis.faults
        wrong = hypothesis.skeleton.wrong + hypothesis.deviations.map(&:kind)
        further =
          Faults
            .new(hypothesis.assembly, @world)
            .all
            .filter_map do |fault, prior|
              unless faults.include?(fault)
                [
                  hypothesis.assembly,
                  faults + [fault],
                  hypothesis.prior * prior * Deviation.co_occurrence(wrong, fault.kind)
                ]
              end
            end
        further +=
          respoiled(hypothesis, wrong).map do |boxes, share|
            [Assembly.new(hypothesis.skeleton, boxes, @world), faults, hypothesis.prior * share]
          end if faults.empty?
        further.map { |assembly, all, prior| Hypothesis.new(assembly:, faults: all, prior:, world: @world) }
      end

      # What a skeleton becomes with two single conductors exchanged that nothing seen in the boxes tells apart; those held were drawn
      # from too many.
      # @param skeleton [Skeleton]
      # @return [Array<Hypothesis>]
      def exchanged(skeleton) = skeleton.exchanged(@world).flat_map { |other| plain(other) }

      private

      # Every way to spoil one more closed box.
      def respoiled(hypothesis, wrong)
        closed = @job.boxes.map(&:id).reject { |place| @situation.open?(place) || hypothesis.boxes[place].deviation }
        closed.flat_map do |place|
          box = hypothesis.boxes[place]
          ClosedBox
            .of(hypothesis.skeleton, place, @world)
            .deviating
            .map do |way|
              [
                hypothesis.boxes.merge(place => way),
                way.weight / box.weight * Deviation.co_occurrence(wrong, way.deviation.kind)
              ]
            end
        end
      end

      # What rests on some skeletons, down to a floor.
      # @return [Array<Array(Assembly, Array<Deviation>, Float)>]
      def listed(skeletons)
        heaviest = skeletons.map(&:weight).max
        down_to = ->(floor) { skeletons.flat_map { |skeleton| of(skeleton, floor * heaviest) } }
        found = floors(skeletons).reduce([]) { |so_far, floor| so_far.size < ENOUGH ? down_to[floor] : so_far }
        found.size < SPARSE ? down_to[RARITIES] : found
      end

      def floors(skeletons)
        return WIDER if @wide

        skeletons.size * @job.boxes.count { |place| !@situation.open?(place.id) } <= FEW_WAYS ? FLOORS.last(1) : FLOORS
      end

      # @return [Array<Array(Assembly, Array<Deviation>, Float)>]
      def of(skeleton, floor)
        floor *= RARE unless skeleton.layout.scheme == Design::Scheme::PRESENT
        as_meant(skeleton).flat_map { |assembly, weight| with_faults(skeleton, weight, [], floor) { assembly } } +
          spoilt(skeleton, floor / skeleton.weight).flat_map do |boxes, weight|
            with_faults(skeleton, weight, boxes.filter_map { |box| box.deviation&.kind }, floor) do
              assembled(skeleton, boxes)
            end
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
        [
          [assembly, [], nothing?(skeleton, spoilt) ? now * @nothing : now],
          *faulty(
            assembly,
            now * co_occurrence(skeleton.wrong + spoilt, [:fault]),
            floor,
            spoilt.empty? ? pointed_at : {}
          )
        ]
      end

      # Everything in the closed boxes as it was meant, and nothing hidden.
      def plain(skeleton)
        as_meant(skeleton).map do |assembly, weight|
          now = skeleton.weight * weight * co_occurrence(skeleton.wrong, [])
          Hypothesis.new(
            assembly:,
            faults: [],
            prior: nothing?(skeleton, []) ? now * @nothing : now,
            world: @world,
            plain: true
          )
        end
      end

      def nothing?(skeleton, spoilt) = skeleton.wrong.empty? && spoilt.empty?

      # How much rarer several things wrong are than each by itself would make them.
      def co_occurrence(kinds, more)
        more
          .reduce([1.0, kinds]) { |(share, all), kind| [share * Deviation.co_occurrence(all, kind), all + [kind]] }
          .first
      end

      # @param pointed_at [Hash{Array => Float}] how much rarer than others a fault may be, by what and where
      def faulty(assembly, weight, floor, pointed_at)
        return [] if pointed_at.empty? && weight * commonest < floor

        Faults
          .new(assembly, @world)
          .all(floor / weight, pointed_at)
          .map { |fault, prior| [assembly, [fault], weight * prior] }
      end

      # Hidden faults that what was seen has made likelier: these are not left out for being rare.
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

      # Every combination of ways the closed boxes may be joined with one of them not as meant; boxes taken apart come in co_occurrence.
      # @param least [Float] weight below which a combination is left out
      # @return [Array<Array(Array<Box>, Float)>]
      def spoilt(skeleton, least)
        boxes = closed_boxes(skeleton)
        apart_so_far = skeleton.verdicts.values.any? { |verdict| verdict.label == :apart }
        one_deviating(boxes, apart_so_far, least) + several_apart(boxes, apart_so_far, least)
      end

      def closed_boxes(skeleton)
        closed = @job.boxes.map(&:id).reject { |place| @situation.open?(place) } + skeleton.layout.unseen
        closed.map { |place| ClosedBox.of(skeleton, place, @world) }
      end

      # The opened boxes; a receptacle with one half always on has its tab broken off, whether that was said or not.
      def found_boxes(skeleton)
        halves = skeleton.layout.halves
        (@found_boxes ||= {})[halves] ||= @job
          .boxes
          .map(&:id)
          .select { |place| @situation.open?(place) }
          .to_h do |place|
            box = found(place)
            [place, halves.include?(place) && !box.kind.include?("hot_tab") ? halved(box) : box]
          end
      end

      # A receptacle of which one half is switched; where its tab was seen to be whole, that is what is wrong.
      def halved(box)
        return(
          box.dup.tap { |half| half.deviation = Deviation.new(kind: :tab, place: box.place, device: box.device) }
        ) if @situation.tab_intact?(box.place)

        box.dup.tap { |half| half.kind = ClosedBox.halved(box.kind) }
      end

      # Every closed box as it was meant.
      # @return [Array<Array(Assembly, Float)>]
      def as_meant(skeleton)
        (@as_meant ||= {}.compare_by_identity)[skeleton] ||= product(
          closed_boxes(skeleton).map(&:right)
        ).map { |boxes, weight| [assembled(skeleton, boxes), weight] }
      end

      def assembled(skeleton, boxes) =
        Assembly.new(skeleton, found_boxes(skeleton).merge(boxes.to_h { |box| [box.place, box] }), @world)

      def one_deviating(boxes, apart_so_far, least)
        boxes.flat_map do |box|
          deviating = box.deviating.map { |way| again(way, apart_so_far) }
          product([deviating, *(boxes - [box]).map(&:right)], least)
        end
      end

      def several_apart(boxes, apart_so_far, least)
        known = boxes.reject(&:unseen?)
        (2..known.size).flat_map do |count|
          known
            .combination(count)
            .flat_map do |some|
              ways = some.each_with_index.map { |box, index| again(box.apart, apart_so_far || index.positive?) }
              product(ways.zip + (boxes - some).map(&:right), least)
            end
        end
      end

      # Who takes one box apart takes the next one apart too.
      def again(way, apart_so_far)
        return way unless apart_so_far && way.deviation.kind == :apart

        table = Trade.priors.fetch("deviation")
        way.dup.tap { |again| again.weight = way.weight * table["apart_again"] / table["apart"] }
      end

      # One way of each, in every combination that weighs enough; no way weighs more than one.
      def product(choices, least = 0.0)
        choices.reduce([[[], 1.0]]) do |so_far, ways|
          so_far.flat_map do |boxes, weight|
            ways.filter_map { |way| [boxes + [way], weight * way.weight] unless weight * way.weight < least }
          end
        end
      end

      def found(place)
        (@found ||= {})[place] ||= begin
          rows = @situation.opened[place]["devices"]
          device = rows.find { |row| row["id"] == @job.device_at(place)&.id } || rows.first
          kind = device && @situation.found_kind(place, device)
          Box.new(
            place:,
            device: device && device["id"],
            kind:,
            joints: @situation.joints_with_tabs(place),
            weight: 1.0,
            damaged: @situation.damaged(place).flatten
          )
        end
      end
    end
  end
end
