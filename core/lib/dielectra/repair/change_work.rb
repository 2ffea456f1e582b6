# frozen_string_literal: true

module Dielectra
  module Repair
    # The steps that put in what a design for a change adds: boxes, runs, devices
    class ChangeWork
      # @param job [Evidence::Job] with the change asked for
      def initialize(job)
        @job = job
      end

      # @param design [ChangeDesign]
      # @param house [Diagnosis::Hypothesis] about the house as it shall be
      # @param situation [Evidence::Situation]
      # @return [Array<Hash>] steps that are left to do before the rewire
      def left(design, house, situation)
        boxes = @job.new_places.reject { |place| situation.open?(place.id) }
        [
          *boxes.map { |place| box(place, house, situation) },
          *design.new_runs.map { |edge, work| pull(edge, work, situation) },
          *fits(house, situation),
          *swaps(house, situation),
          *((@job.wanted["retire"] || []) - situation.retired).map { |device| { "do" => "retire", "device" => device } }
        ]
      end

      private

      # The smallest usual box that holds what the design brings to it
      def box(place, house, situation)
        ends = house.skeleton.runs.select { |run| run.places.include?(place.id) }
        gauge = NewWork.gauge(@job, situation)
        needed =
          Sums::BoxFill.new(
            conductors: {
              gauge => ends.sum { |run| run.strands.size }
            },
            yokes: place.kind == "switch_box" ? { gauge => house.boxes.fetch(place.id).devices.size } : {},
            grounds: ends.count(&:grounding)
          ).needed
        usual = Trade::StandardBox.for(place.kind, needed)
        { "do" => "box", "place" => place.id, "enclosure" => usual.enclosure, "volume_in3" => usual.volume_in3 }
      end

      def pull(edge, work, situation)
        gauge = NewWork.gauge(@job, situation)
        what = work.raceway ? { "colors" => NewWork::HOT.first(work.conductors) } : { "type" => work.type(gauge) }
        # The new box last: one stays where the run starts.
        { "do" => "cable", "between" => edge, **what }
      end

      # New devices of the kind that is there, conductor for conductor; none for a device that its box does not hold
      def swaps(house, situation)
        @job
          .goal
          .swaps
          .reject { |device| situation.fitted.key?(device) }
          .filter_map do |device|
            kind = kind(device, house, situation)
            { "do" => "replace", "device" => device, "kind" => Trade::KindName.plain(kind) } if kind
          end
      end

      def kind(device, house, situation) =
        situation.kind_of(device) || house.kinds(situation.arrangement)[device] ||
          @job.loads.find { |load| load.id == device }&.kind

      def fits(house, situation)
        new =
          @job.goal.new_items.map { |item| [item["id"], house.boxes.fetch(item["place"]).devices.fetch(item["id"])] }
        wanted = (@job.wanted["fit"] || {}).to_a
        (new + wanted)
          .reject { |device, _| situation.fitted.key?(device) }
          .map { |device, kind| { "do" => "fit", "device" => device, "kind" => kind } }
      end
    end
  end
end
