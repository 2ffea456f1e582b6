# frozen_string_literal: true

module Dielectra
  module Session
    # Before a house is changed: each switch is thrown once, and the loads are watched. What does not obey now is put
    # right first.
    class FirstTry < Rule
      # @return [Step, nil] nil once every switch was tried, or a box is open
      def step
        return unless @situation.opened.empty? && @situation.power == "on"

        control = controls.find { |one| pair(one).nil? }
        step = control && toward(control)
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      # @return [Boolean] whether a switch was thrown and none of its loads took notice
      def disobeyed? =
        @session.job.goal.groups.any? do |group|
          group.controls.any? do |control|
            lights = pair(control)&.map { |_, seen| seen.select { |id, _| own?(group, id) } }
            lights && lights.first == lights.last
          end
        end

      private

      def controls = @session.job.goal.controls

      def own?(group, id) =
        group.load_ids.any? { |own| [own, PointId.device(own)].include?(id) || id.start_with?("#{own}.") }

      def toward(control)
        at = @situation.positions[control.id]
        looking = @session.permits.looking
        return looking.step(:set, device: control.id, to: "up") if at.nil?
        return looking.step(:watch) unless looks.last&.first == raised(@situation.positions)

        looking.step(:set, device: control.id, to: Trade::Position.raised?(at) ? "down" : "up")
      end

      # Two looks in a row between which only one switch was thrown
      # @return [Array(Array, Array), nil]
      def pair(control)
        looks
          .each_cons(2)
          .find do |(before, _), (after, _)|
            before.key?(control.id) && before.keys == after.keys &&
              (before.to_a - after.to_a).map(&:first) == [control.id]
          end
      end

      # Positions by whether the toggle stands up, so that on and up are one
      def raised(positions) = positions.transform_values { |at| Trade::Position.raised?(at) }

      # @return [Array<Array(Hash, Hash)>] which toggles stood up, as far as known, and load => light, of each look
      def looks
        @looks ||=
          begin
            positions = {}
            @session
              .steps
              .each_with_object([]) do |step, all|
                next unless Steps.done?(step)

                positions = positions.merge(step["device"] => step["to"]) if step["do"] == "set"
                all << [raised(positions), step["answer"]["loads"]] if step["do"] == "watch"
              end
          end
      end
    end
  end
end
