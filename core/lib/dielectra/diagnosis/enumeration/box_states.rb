# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # States of the boxes of a job: opened boxes as found, closed boxes in every way above a floor.
    class BoxStates
      # @param world [World]
      # @param situation [Evidence::Situation]
      def initialize(world, situation)
        @world = world
        @job = world.job
        @situation = situation
        @found = {}
        @found_with = {}
        @as_meant = {}.compare_by_identity
      end

      # @return [Array<String>] closed places of the job
      def closed_places = @closed_places ||= @job.boxes.map(&:id).reject { |place| @situation.open?(place) }

      # @return [Array<Array(Assembly, Float)>] every closed box as designed, with its weight
      def as_meant(skeleton)
        @as_meant[skeleton] ||= product(closed(skeleton).map(&:right)).map do |boxes, weight|
          [assembled(skeleton, boxes), weight]
        end
      end

      # @param boxes [Array<Box>] the closed ones
      # @return [Assembly]
      def assembled(skeleton, boxes) =
        Assembly.new(skeleton, opened(skeleton).merge(boxes.to_h { |box| [box.place, box] }), @world)

      # Every combination in which one closed box deviates or several are taken apart. Boxes taken apart go together:
      # whoever takes one apart usually takes apart the next.
      # @param least [Float] weight below which a combination is left out
      # @return [Array<Array(Array<Box>, Float)>]
      def deviating(skeleton, least)
        boxes = closed(skeleton)
        apart = skeleton.verdicts.values.any? { |verdict| verdict.label == :apart }
        one_deviating(boxes, apart, least) + several_apart(boxes, apart, least)
      end

      private

      def closed(skeleton) =
        (closed_places + skeleton.layout.unseen).map { |place| ClosedBox.of(skeleton, place, @world) }

      # The opened boxes. A tab that has to be off counts as broken off, whether that was said or not.
      def opened(skeleton)
        places = @job.boxes.map(&:id).select { |place| @situation.open?(place) }
        boxes = places.map { |place| found(place) }
        off =
          boxes.flat_map { |box| box.devices.keys }.to_h { |device| [device, skeleton.layout.duty(device).broken_tab] }
        @found_with[off.compact] ||= boxes.to_h { |box| [box.place, parted(box, off)] }
      end

      # The same with tabs off. A tab seen whole is the deviation then.
      # @param off [Hash{String => String, nil}] device => its tab that has to be off
      def parted(box, off)
        device, kind = box.devices.find { |one, its| its && off[one] && !Trade::KindName.tab_broken?(its, off[one]) }
        return box unless device

        if @situation.tab_intact?(box.place, device, off[device])
          deviation = Deviation.new(kind: :tab, place: box.place, device:)
          return box.dup.tap { |whole| whole.deviation = deviation }
        end

        box.dup.tap do |apart|
          apart.devices = box.devices.merge(device => Trade::KindName.without_tab(kind, off[device]))
        end
      end

      def found(place)
        @found[place] ||= Box.new(
          place:,
          devices: devices(place),
          joints: @situation.joints_with_tabs(place),
          weight: 1.0,
          damaged: @situation.damaged(place).flatten
        )
      end

      # Devices the job names; where none of them was found, the first one found
      def devices(place)
        known = @job.devices_at(place).map(&:id)
        rows = @situation.opened[place]["devices"]
        own = rows.select { |row| known.include?(row["id"]) }
        (own.empty? ? rows.first(1) : own).to_h { |row| [row["id"], @situation.found_kind(place, row)] }
      end

      def one_deviating(boxes, apart, least)
        boxes.flat_map do |box|
          deviating = box.deviating.map { |way| again(way, apart) }
          product([deviating, *(boxes - [box]).map(&:right)], least)
        end
      end

      def several_apart(boxes, apart, least)
        known = boxes.reject(&:unseen?)
        (2..known.size).flat_map do |count|
          known
            .combination(count)
            .flat_map do |some|
              ways = some.each_with_index.map { |box, index| again(box.apart, apart || index.positive?) }
              product(ways.zip + (boxes - some).map(&:right), least)
            end
        end
      end

      # Prior of a further box taken apart once one is
      def again(way, apart)
        return way unless apart && way.deviation.kind == :apart

        table = Trade.priors.fetch("deviation")
        way.dup.tap { |again| again.weight = way.weight * table["apart_again"] / table["apart"] }
      end

      # Cartesian product of weighted choices above a floor. No choice weighs more than one.
      def product(choices, least = 0.0)
        choices.reduce([[[], 1.0]]) do |so_far, ways|
          so_far.flat_map do |boxes, weight|
            ways.filter_map { |way| [boxes + [way], weight * way.weight] unless weight * way.weight < least }
          end
        end
      end
    end
  end
end
