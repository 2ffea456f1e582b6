# frozen_string_literal: true

module Dielectra
  module Repair
    # The work in each box given what its conductors are to carry, and its cost in minutes
    class BoxWork
      # @param job [Evidence::Job]
      # @param costs [Evidence::Costs]
      def initialize(job, costs)
        @job = job
        @costs = costs
        @targets = {}.compare_by_identity
        @memories = {}
      end

      # @param functions [Hash{String => String, nil}] conductor's point => function
      # @return [Array(Hash{String => Target}, Hash{String => String})] what each box is to be joined like, and
      #   replacements by device
      def targets(hypothesis, situation, layout, functions)
        boxes =
          hypothesis.boxes.keys.to_h do |place|
            [
              place,
              target(hypothesis, situation, layout, place, functions.values_at(*hypothesis.skeleton.points_at(place)))
            ]
          end
        kinds =
          hypothesis.boxes.keys.map { |place| replacements(hypothesis, situation, layout, place) }.reduce({}, :merge)
        [boxes, kinds]
      end

      # @param carried [Array<String, nil>] what the conductors of the place are to carry, in the order of its points
      def target(hypothesis, situation, layout, place, carried)
        duties = hypothesis.boxes[place].devices.each_key.map { |device| layout.duty(device) }
        points = hypothesis.skeleton.points_at(place)
        memory = memory(hypothesis, situation, place, points)
        by_duties = (memory[:targets][duties] ||= {})
        by_duties[carried] ||= Target.new(
          current: memory[:joints],
          functions: points.zip(carried).to_h,
          partners: memory[:partners],
          workmanship: workmanship(hypothesis, situation, layout, place),
          grounds: memory[:grounds],
          fresh: fresh_grounds(situation, place) & memory[:grounds]
        )
      end

      # @param carried [Array<String, nil>] what the conductors are to carry, in the order of the box's points
      # @return [Float] minutes
      def cost(hypothesis, situation, layout, place, carried)
        changed = target(hypothesis, situation, layout, place, carried).changes
        replaced = replacements(hypothesis, situation, layout, place).size * @costs["replace"]
        return 0.0 if changed.zero? && replaced.zero?

        replaced + changing(situation, place, changed)
      end

      # @return [Float] minutes to change a number of points in a box; infinite where the box is out of reach
      def changing(situation, place, points)
        return Float::INFINITY if Design::Layout.unseen?(place)

        entry = situation.open?(place) ? 0.0 : @costs.opening(@job.place(place)) + @costs["prove_dead"]
        (points * @costs["arrange_point"]) + entry + @costs["walk"]
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

      private

      # @return [Hash{String => String}] switches to replace because they are of the wrong kind => the right kind
      def replacements(hypothesis, situation, layout, place)
        kinds = hypothesis.kinds(situation.arrangement)
        hypothesis.boxes[place]
          .devices
          .each_key
          .to_h { |device| [device, layout.duty(device)] }
          .select { |device, duty| duty.switch? && !duty.served_by?(kinds[device]) }
          .transform_values(&:kind)
      end

      # The workmanship of a box with the devices that are or will be in it
      def workmanship(hypothesis, situation, layout, place)
        kinds = hypothesis.kinds(situation.arrangement).merge(replacements(hypothesis, situation, layout, place))
        fittings =
          hypothesis.boxes[place].devices.each_key.map do |device|
            duty = layout.duty(device)
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
