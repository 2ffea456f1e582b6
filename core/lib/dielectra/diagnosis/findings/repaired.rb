# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The causes that were repaired in this job, read off what was changed in the boxes
    class Repaired
      # @param belief [Belief]
      # @param situation [Evidence::Situation]
      # @param grounds [Array<String>] grounding conductors in open boxes
      def initialize(belief, situation, grounds)
        @belief = belief
        @situation = situation
        @grounds = grounds
      end

      # @return [Array<Hash>] in boxes that were most likely miswired when opened
      def to_a = changes { |place| !right_as_found?(place) }

      # @return [Array<Hash>] in every box that was made up anew
      def all = changes { true }

      # @return [Array<Hash>] one for each opened box in which nothing but grounds was joined anew
      def bonded =
        @situation.opened.keys.filter_map do |place|
          moved = moved(place)
          next if moved.empty? || (moved - @grounds).any?

          { "kind" => "miswired", "place" => place, "points" => moved.sort }
        end

      # @return [Hash] `loose`, for a box in which wires were found let go: a device of the job had nothing on its
      #   screws
      def loose(place)
        return {} unless @situation.open?(place)

        items = @situation.job.devices_at(place).map { |item| item.respond_to?(:device) ? item.device : item.id }.uniq
        items -= @situation.job.goal.new_ids + fitted_here(place)
        let_go = items.any? { |id| @situation.found_device(id) && @situation.used_screws(place, id).empty? }
        let_go ? { "loose" => true } : {}
      end

      private

      # One cause for each opened box that was rewired or got another device.
      # @yield [place] whether a box that was made up anew counts
      def changes
        @situation.opened.keys.flat_map do |place|
          swapped = replaced_kinds(place)
          next swapped unless swapped.empty?

          next wrong_device(place) if wrong_device?(place)
          next [] unless yield(place)

          changed = moved(place) - @grounds
          changed.empty? ? [] : [{ "kind" => "miswired", "place" => place, "points" => changed.sort, **loose(place) }]
        end
      end

      # Devices that this job put into a box that it set
      def fitted_here(place) = @situation.found_joints(place).empty? ? @situation.fitted.keys : []

      # @return [Array<String>] conductors of a box that touch something else than when it was opened
      def moved(place) =
        Evidence::Arrangement.changed(@situation.found_joints(place), @situation.joints(place)).grep(PointId::CONDUCTOR)

      # Whether the switch of a box as found is more likely than not of the wrong kind
      def wrong_device?(place) =
        @belief.probability { |hypothesis| hypothesis.skeleton.verdicts[place]&.label == :wrong_device } > 0.5

      # Devices whose kind does not fit their duty; the first device where all fit
      def wrong_device(place)
        best = @belief.hypotheses.first
        devices = best.boxes[place].devices
        wrong =
          devices.reject do |device, kind|
            Design::Workmanship::Fitting.new(device, kind, best.skeleton.layout.duty(device)).fits?
          end
        (wrong.empty? ? devices.first(1) : wrong).map do |device, _|
          { "kind" => "wrong_device", "place" => place, "device" => device }
        end
      end

      # Whether a box was most likely right as found and only opened to look
      def right_as_found?(place) =
        @belief.probability { |hypothesis| hypothesis.skeleton.verdicts[place]&.label == :right } > 0.5

      def replaced_kinds(place)
        @situation.opened[place]["devices"].filter_map do |device|
          kind = @situation.arrangement.kinds[device["id"]]
          same = kind && device["kind"] == Trade::KindName.plain(kind)
          if same && !@situation.fitted.key?(device["id"]) && Trade::KindName.broken_tabs(kind).any?
            next { "kind" => "tab", "place" => place, "device" => device["id"] }
          end

          next burnt(place, device["id"]) if same && @situation.box(place).burnt.include?(device["id"])

          if kind && !same
            {
              "kind" => kind == served_as(place, device) ? "device_failed" : "wrong_device",
              "place" => place,
              "device" => device["id"]
            }
          end
        end
      end

      # A device that was found scorched, and replaced
      def burnt(place, device) = { "kind" => "device_failed", "place" => place, "device" => device, "scorched" => true }

      # Kind of an unmarked switch, by the number of conductors on it
      def served_as(place, device)
        if device["kind"] == Trade::Unmarked::NAME
          Trade::Unmarked.plain(Trade::Unmarked.assumed(@situation.used_screws(place, device["id"])))
        end
      end
    end
  end
end
