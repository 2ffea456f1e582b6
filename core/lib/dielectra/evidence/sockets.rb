# frozen_string_literal: true

module Dielectra
  module Evidence
    # Outlets with nothing plugged in: nobody sees whether they are on. A receptacle tester, or volts between the two
    # sides of one, says so.
    module Sockets
      # Share of the supply from which an outlet is on
      LIVE = 0.6

      module_function

      # @param step [Hash] with its answer
      # @param job [Job]
      # @return [Hash{String => String}, nil] load => light, as far as the step says; nil for other steps
      def shown(step, job)
        answer = step["answer"] or return
        return answer["loads"] if step["do"] == "watch"

        state = state(step, job) or return
        load = load(step, job)
        load && { load.id => state }
      end

      # @param step [Hash] a look with its answer
      # @return [Array<String>] outlets of the goal that it says nothing of
      def blind(step, job)
        outlets = job.goal.loads.select { |load| load.kind == "receptacle" }
        outlets.map(&:id).select { |id| job.goal.light_of(step["answer"], id).nil? }
      end

      # @return [String, nil] on or off, for a reading at an outlet
      def state(step, job)
        return unless step["do"] == "probe"

        answer = step["answer"]
        if step["tool"] == "plug_in"
          return if answer["hot"].nil?

          return answer["hot"] == "open" || answer["neutral"] == "open" ? "off" : "on"
        end
        return unless answer["volts"] && load(step, job)

        answer["volts"] > LIVE * job.supply_volts ? "on" : "off"
      end

      # @return [Evidence::Job::Load, nil] the outlet, or the half of one, that a reading is about
      def load(step, job)
        outlets = job.goal.loads.select { |one| one.kind == "receptacle" }
        outlets.find { |one| step["at"] == [one.id] || step["at"].sort == ends(one.id).sort } ||
          outlets.find { |one| one.part.nil? && step["at"].all? { |point| PointId.device(point) == one.id } }
      end

      # The reading that shows whether an outlet is on. A tester is no help where one half of it is meant.
      # @param load [String]
      # @param situation [Situation]
      # @return [Array(String, Array<String>), nil] tool and points; nil where neither a tester nor an open box is there
      def reading(load, situation)
        tester = { "do" => "probe", "tool" => "plug_in", "at" => [load] }
        whole = !load.include?(".")
        return tester.values_at("tool", "at") if whole && situation.tool?("plug_in") && !situation.declined?(tester)

        tool = METERS.find { |name| situation.tool?(name) }
        [tool, ends(load)] if tool && situation.open?(situation.place_of_device(load))
      end

      # @param load [String] an outlet, or one half of it
      # @return [Array<String>] its hot and its neutral terminal
      def ends(load)
        device, half = load.split(".", 2)
        sockets = Trade::DeviceKind["receptacle"].sockets
        sockets.fetch(half) { sockets.values.first }.map { |terminal| "#{device}.#{terminal}" }
      end

      # Meters that read between the two sides of an outlet
      METERS = %w[low_z voltage].freeze

      # @return [String, nil] the box that has to be opened for such a reading
      def closed(load, situation)
        place = situation.place_of_device(load)
        place if METERS.any? { |name| situation.tool?(name) } && !situation.open?(place)
      end
    end
  end
end
