# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The hypotheses worth holding, given what the opened boxes show: skeletons, ways the closed boxes may be joined, and
    # hidden faults, by falling prior. What is too unlikely is left out and can be grown back by lowering the floor.
    class Space
      # Share of the heaviest prior below which a hypothesis is left out.
      FLOOR = 1e-4
      MOST = 1200

      # @param faults [Integer] how many hidden faults a hypothesis may have at most
      def initialize(world, situation, faults: 1, floor: FLOOR)
        @world = world
        @job = world.job
        @situation = situation
        @depth = faults
        @floor = floor
      end

      # @return [Array<Hypothesis>]
      def hypotheses
        skeletons = Skeleton.all(@job, @situation, @world.index, most: @situation.opened.empty? ? 12 : 60)
        return [] if skeletons.empty?

        floor = @floor * skeletons.first.weight
        found = skeletons.flat_map { |skeleton| of(skeleton, floor) }
        found.size > MOST ? found.max_by(MOST, &:prior) : found
      end

      private

      def of(skeleton, floor)
        joined(skeleton).flat_map do |boxes, weight|
          now = skeleton.weight * weight
          next [] if now < floor

          [hypothesis(skeleton, boxes, [], now), *faulty(skeleton, boxes, now, floor)]
        end
      end

      def faulty(skeleton, boxes, weight, floor)
        singles = Faults.new(skeleton, boxes, @world.lamp_id).all
        (1..@depth).flat_map do |count|
          singles.combination(count).filter_map do |picked|
            now = picked.reduce(weight) { |product, (_, prior)| product * prior }
            hypothesis(skeleton, boxes, picked.map(&:first), now) if now >= floor
          end
        end
      end

      def hypothesis(skeleton, boxes, faults, prior) = Hypothesis.new(skeleton:, boxes:, faults:, prior:, world: @world)

      # Every combination of ways the boxes may be joined with at most one closed box not as meant; boxes taken apart
      # come in company.
      def joined(skeleton)
        open, closed = @job.boxes.map(&:id).partition { |place| @situation.open?(place) }
        seen = open.to_h { |place| [place, found(place)] }
        boxes = closed.map { |place| closed_box(skeleton, place, closed) }
        apart_so_far = skeleton.verdicts.values.any? { |verdict| verdict.label == :apart }
        (as_meant(boxes) + one_deviating(boxes, apart_so_far) + several_apart(boxes, apart_so_far))
          .map { |ways, weight| [seen.merge(ways), weight] }
      end

      def as_meant(boxes) = product(boxes.map(&:right))

      def one_deviating(boxes, apart_so_far)
        boxes.flat_map do |box|
          deviating = box.deviating.map { |way| again(way, apart_so_far) }
          product([deviating, *(boxes - [box]).map(&:right)])
        end
      end

      def several_apart(boxes, apart_so_far)
        boxes.combination(2).flat_map do |pair|
          ways = [again(pair[0].apart, apart_so_far), again(pair[1].apart, true)]
          product(ways.zip + (boxes - pair).map(&:right))
        end
      end

      # Who takes one box apart takes the next one apart too.
      def again(way, apart_so_far)
        return way unless apart_so_far && way.deviation.kind == :apart

        table = Trade.priors.fetch("deviation")
        way.dup.tap { |again| again.weight = way.weight * table["apart_again"] / table["apart"] }
      end

      def product(choices)
        choices.reduce([[{}, 1.0]]) do |so_far, ways|
          so_far.flat_map { |boxes, weight| ways.map { |way| [boxes.merge(way.place => way), weight * way.weight] } }
        end
      end

      def found(place)
        device = @situation.opened[place]["devices"].first
        switch = @situation.opened[place]["devices"].find { |row| row["id"] == device_of(place) } || device
        Box.new(place:, device: switch && switch["id"], kind: switch && switch["kind"],
                joints: @situation.found_joints(place), weight: 1.0)
      end

      def device_of(place)
        @job.wanted_controls.find { |control| control.place == place }&.id || (@job.wanted_load.id if @job.wanted_load.place == place)
      end

      def closed_box(skeleton, place, closed)
        control = @job.wanted_controls.find { |item| item.place == place }
        light = @job.wanted_load.id if @job.wanted_load.place == place
        either_way = closed.find { |other| @job.wanted_controls.any? { |item| item.place == other } } == place
        ClosedBox.new(skeleton, place, control, light, either_way:)
      end
    end
  end
end
