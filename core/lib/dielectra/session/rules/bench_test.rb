# frozen_string_literal: true

module Dielectra
  module Session
    # A switch without marks is taken out and tried in both positions, before anything is said of what is on its screws.
    # One that cannot be tried is replaced.
    class BenchTest < Rule
      # Times both positions are tried if the result does not fit the number of conductors on it
      MOST = 2
      POSITIONS = { "up" => true, "down" => false }.freeze

      # @return [Step, nil] nil where there is none, all are known, or it is out of reach
      def step
        device, place = @situation.unmarked.find { |id, _| ours?(id) && doubtful?(id) }
        return unless device

        step = @session.approach.hands(place) { |hands| tried(hands, device, place) }
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      private

      # Whether a switch works something of the job: any other is left as it is
      def ours?(device) = @session.job.goal.controls.any? { |control| control.device == device }

      # Whether it is still unknown what a switch is
      def doubtful?(device) = @situation.recognized(device).nil? || (odd?(device) && rounds(device) < MOST)

      # Whether it turned out to be something else than the number of conductors on it suggests
      def odd?(device)
        place = @situation.unmarked.fetch(device)
        Design::Duty.family(@situation.recognized(device)) !=
          Design::Duty.family(Trade::Unmarked.assumed(@situation.used_screws(place, device)))
      end

      # How often both positions were tried
      def rounds(device) = POSITIONS.keys.map { |position| tries(device, position) }.min

      def tries(device, position) =
        @session.log.count do |entry|
          entry.kind == "bench" && entry["device"] == device && entry["position"] == position
        end

      def tried(hands, device, place)
        return hands.step(:arrange, joints: without(device, place)) if @situation.wired?(device)

        return hands.step(:replace, device: device, kind: needed(device, place)) if untried?(device)

        position = POSITIONS.keys.min_by { |each| [tries(device, each), stands?(device, each) ? 0 : 1] }
        hands.step(:bench, device:, position:)
      end

      # Whether it cannot be tried
      def untried?(device)
        !@session.situation.tool?("bench") ||
          POSITIONS.keys.any? do |position|
            @situation.declined?({ "do" => "bench", "device" => device, "position" => position })
          end
      end

      def stands?(device, position) =
        @situation.positions[device].then { |now| now && Trade::Position.raised?(now) == POSITIONS[position] }

      # The joints of a box with the device taken out
      def without(device, place) =
        @situation
          .joints(place)
          .map { |joint| joint.reject { |point| PointId.screw_of?(point, device) } }
          .select { |joint| joint.size > 1 }

      def needed(device, place) = Trade::Unmarked.plain(Trade::Unmarked.assumed(@situation.used_screws(place, device)))
    end
  end
end
