# frozen_string_literal: true

module Dielectra
  module Session
    # Before a house is changed: each switch is thrown once, and the loads are watched; once more where one takes no
    # notice. What does not obey then is put right first.
    class FirstTry < Rule
      # @return [Step, nil] nil once every switch was tried, or a box is open
      def step
        return unless @situation.opened.empty? && @situation.power == "on"

        control = controls.find { |one| pairs(one).size < (ignored?(one, pairs(one).first) ? TRIES : 1) }
        step = control && toward(control)
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      # @return [Boolean] whether a switch was thrown more than once and each time a load of it took no notice
      def disobeyed? =
        controls.any? do |control|
          seen = pairs(control)
          seen.size >= TRIES && seen.all? { |pair| ignored?(control, pair) }
        end

      # Times that a switch is thrown before it is taken for one that works nothing. One look may be mistaken.
      TRIES = 2
      private_constant :TRIES

      private

      def controls = @session.job.goal.controls

      # Whether a load of a switch took no notice between two looks
      def ignored?(control, pair)
        return false if pair.nil?

        groups = @session.job.goal.groups.select { |group| group.controls.include?(control) }
        groups
          .flat_map(&:load_ids)
          .any? do |load|
            before, after = pair.map { |_, seen| light(load, seen) }
            before == after && !before.empty?
          end
      end

      # The state of a load in a look. Where only its device was reported, the state of the device.
      def light(load, seen)
        return seen[load] if seen.key?(load)

        seen.select { |id, _| id == PointId.device(load) || id.start_with?("#{load}.") }
      end

      def toward(control)
        at = @situation.positions[control.id]
        permits = @session.permits
        return permits.thrown(control.id, "up") if at.nil?
        return permits.looking.step(:watch) unless looks.last&.first == raised(@situation.positions)

        permits.thrown(control.id, Trade::Position.raised?(at) ? "down" : "up")
      end

      # Looks in a row between which only one switch was thrown
      # @return [Array<Array(Array, Array)>]
      def pairs(control) =
        looks
          .each_cons(2)
          .select do |(before, _), (after, _)|
            before.key?(control.id) && before.keys == after.keys &&
              (before.to_a - after.to_a).map(&:first) == [control.id]
          end

      # Positions by whether the toggle stands up, so that on and up are one
      def raised(positions) = positions.transform_values { |at| Trade::Position.raised?(at) }

      # @return [Array<Array(Hash, Hash)>] which toggles stood up, as far as known, and load => light, of each look
      def looks
        @looks ||=
          begin
            positions = {}
            @session
              .log
              .done("set", "watch")
              .each_with_object([]) do |entry, all|
                positions = positions.merge(entry["device"] => entry["to"]) if entry.kind == "set"
                all << [raised(positions), entry.answer["loads"]] if entry.kind == "watch"
              end
          end
      end
    end
  end
end
