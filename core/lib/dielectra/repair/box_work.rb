# frozen_string_literal: true

module Dielectra
  module Repair
    # The work in the boxes of a house, under a hypothesis and a layout that it shall have
    class BoxWork
      # Minutes for a point that is moved, for a device that is replaced, and for the way to a box
      Prices = Struct.new(:point, :device, :walk)

      # @param job [Evidence::Job]
      # @param costs [Evidence::Costs]
      def initialize(job, costs)
        @job = job
        @costs = costs
        @targets = {}.compare_by_identity
        @memories = {}
        @prices = Prices.new(costs["arrange_point"], costs["replace"], costs["walk"])
      end

      # @param place [String]
      # @return [WorkInBox]
      def in_box(hypothesis, situation, layout, place)
        points = hypothesis.skeleton.points_at(place)
        devices = hypothesis.boxes[place].devices.keys
        memory = memory(hypothesis, situation, place, points)
        duties = devices.to_h { |device| [device, layout.duty(device)] }
        kinds = hypothesis.kinds(situation.arrangement).slice(*devices)
        wrong = duties.select { |device, duty| duty.switch? && !duty.served_by?(kinds[device]) }
        replacements = wrong.transform_values(&:kind)
        WorkInBox.new(
          place:,
          points:,
          memory:,
          targets: memory[:targets][duties.values] ||= {},
          workmanship: workmanship(duties, kinds.merge(replacements)),
          fresh: fresh_grounds(situation, place) & memory[:grounds],
          replacements:,
          prices: @prices,
          entry: entry(situation, place)
        )
      end

      private

      # @return [Float] minutes until hands are in a box; infinite where it is out of reach
      def entry(situation, place)
        return Float::INFINITY if Design::Layout.unseen?(place)

        situation.open?(place) ? 0.0 : @costs.opening(@job.place(place)) + @costs["prove_dead"]
      end

      # What all targets of a box share as it is joined now
      # @return [Hash] `joints`, `partners`, `grounds`, `targets`, and `joint_of` each conductor
      def memory(hypothesis, situation, place, points)
        joints = hypothesis.joints(place, situation.arrangement)
        by_joints = (@targets[joints] ||= {}.compare_by_identity)
        by_joints[points] ||= begin
          kinds = hypothesis.kinds(situation.arrangement).slice(*hypothesis.boxes[place].devices.keys)
          @memories[[place, joints, points, kinds, situation.open?(place)]] ||= {
            joints:,
            partners: Evidence::Arrangement.partners(joints),
            grounds: grounds(hypothesis, situation, place),
            targets: {
            },
            joint_of: points.map { |point| joints.index { |joint| joint.include?(point) } }
          }
        end
      end

      # The workmanship of a box with the devices that are or will be in it
      def workmanship(duties, kinds)
        fittings =
          duties.map do |device, duty|
            Design::Workmanship::Fitting.new(device, kinds[device]&.then { |kind| duty.fitted(kind) }, duty)
          end
        Design::Workmanship.new(fittings)
      end

      # Grounds of runs that were pulled and of devices that were fitted
      def fresh_grounds(situation, place)
        runs = situation.pulled.filter_map(&:grounding).flatten
        yokes = situation.fitted.keys.map { |device| PointId.yoke(device) }
        return [] if runs.empty? && yokes.empty?

        (runs.select { |point| situation.place_of_point(point) == place } + yokes)
      end

      # Everything grounded in a box, other circuits included
      def grounds(hypothesis, situation, place)
        unless situation.open?(place)
          devices = hypothesis.boxes[place].devices.keys
          return hypothesis.skeleton.grounds_at(place) + devices.map { |device| PointId.yoke(device) }
        end

        found = situation.opened[place]
        bare =
          situation
            .cable_ends(place)
            .filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }
        yokes =
          found["devices"].filter_map do |row|
            ground = Trade::DeviceKind[hypothesis.kinds(situation.arrangement)[row["id"]] || row["kind"]].ground
            "#{row["id"]}.#{ground}" if ground
          end
        bare + yokes + (found["enclosure"] == "metal" ? ["#{place}.box"] : [])
      end
    end
  end
end
