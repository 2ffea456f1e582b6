# frozen_string_literal: true

module Dielectra
  module Session
    # Opens a load whose cable was found reversed: white is hot, and the other conductor is the neutral. The light works
    # either way. Unless the two are reversed at the load as well, the lamp's shell is live.
    class ReversedCable < Rule
      # @return [Step, nil] the way into the box of the load; nil if no cable is reversed, or it is open or refused
      def step
        return if @session.thorough?

        place = near_first(reversed.filter_map { |cable_end| far(cable_end) }).first
        place && @session.approach.open(place)
      end

      private

      def reversed
        @situation.opened_boxes.flat_map do |place|
          @situation.own_cable_ends(place).select { |cable_end| reversed?(cable_end) }
        end
      end

      # Whether a two-conductor cable is reversed, and still joined as it was found
      def reversed?(cable_end)
        wires = cable_end.insulated
        return false unless wires.size == 2 && as_found?(wires.map { |wire| cable_end.point(wire) })

        colors = wires.map(&:color)
        roles = roles_of(wires.map { |wire| cable_end.point(wire) })
        white, other =
          wires.partition { |wire| wire.tape.nil? && @session.job.region.marked_when_hot?(wire.color, colors) }
        white.any? { |wire| HOT.include?(roles[cable_end.point(wire)]) } &&
          other.any? { |wire| wire.tape.nil? && roles[cable_end.point(wire)] == "neutral" }
      end

      def as_found?(points)
        place = PointId.head(points.first)
        found, now =
          [@situation.found_joints(place), @situation.joints(place)].map do |joints|
            points.map { |point| joints.find { |joint| joint.include?(point) }&.sort }
          end
        found == now && found.all?
      end

      # Roles of conductors that carry the supply
      HOT = %w[line onward load].freeze
      private_constant :HOT

      def roles_of(points) = Diagnosis::Roles.new(@belief.world, best, @situation).of(points)

      # The box of the job at the other end, where it is closed and may be opened
      def far(cable_end)
        run = best.skeleton.runs.find { |one| one.ends.any? { |id| EndId.members(id).include?(cable_end.id) } } or
          return
        place = run.places.find { |name| name != EndId.place(cable_end.id) }
        place if closed.include?(place) && @session.job.loads.any? { |load| load.place == place }
      end

      def closed
        @closed ||=
          @session
            .job
            .boxes
            .map(&:id)
            .reject { |name| @situation.open?(name) || @situation.declined?({ "do" => "open", "place" => name }) }
      end
    end
  end
end
