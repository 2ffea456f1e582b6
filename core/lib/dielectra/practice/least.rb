# frozen_string_literal: true

module Dielectra
  module Practice
    # Minutes that a player would have needed who knew the truth from the start: who opens only the boxes in which
    # something was changed in the end, changes just that, and proves it. Read off the house as it was found and as it
    # was left.
    class Least
      # Points whose joint is made up again where one was open
      REMADE = 4

      # @param found [Circuit]
      # @param left [Circuit]
      # @param session [Session::Troubleshooting]
      # @param job [Evidence::Job] the house as it shall be
      def initialize(found, left, session, job)
        @found = found
        @left = left
        @session = session
        @job = job
        @costs = session.costs
      end

      # @return [Float]
      def minutes = parts.values.sum

      # @return [Hash{Symbol => Float}] minutes by what they are spent on: `panel` and `walks`, `breakers`, `opening`,
      #   `work`, and `proof`
      def parts
        walks = { walks: watching_walks + ((unplugged + lamps) * @costs["walk"]), proof: watching }
        return { **walks, work: replacing, **breakers_found } if places.empty?

        {
          panel: 4 * @costs["walk_panel"],
          walks: walks[:walks] + ((places.size - 1) * @costs["walk"]),
          breakers: @job.breakers.size * 2 * @costs["breaker"],
          opening: places.sum { |place| entry(place) },
          work: work + marks + replacing,
          proof: watching
        }
      end

      # @return [Array<String>] boxes in which something was changed in the end
      def places
        @places ||=
          begin
            known = @left.places.map(&:id).reject { |id| @left.place(id).panel? }
            fitted =
              taken
                .select { |step| %w[fit tab retire].include?(step["do"]) }
                .map { |step| @session.situation.place_of_device(step["device"]) }
            cables = taken.select { |step| step["do"] == "cable" }.flat_map { |step| step["between"] }
            known.select { |place| moved(place).positive? } | renewed.map(&:place) |
              remade.map { |fault| @found.place_of(fault["point"]) } | fitted | cables
          end
      end

      private

      def taken = @taken ||= @session.log.select(&:done?).map(&:fields)

      def joints(circuit, place) =
        circuit.joints.map(&:points).select { |points| points.size > 1 && circuit.place_of(points.first) == place }

      def moved(place) = Evidence::Arrangement.changed(joints(@found, place), joints(@left, place)).size

      # Devices that were renewed for a reason: of another kind, or failed
      def renewed
        @renewed ||=
          @left.devices.select do |device|
            old = @found.device(device.id)
            old && (old.kind.name != device.kind.name || failed?(device.id))
          end
      end

      def failed?(id)
        mended.any? do |fault|
          next false if fault["kind"] == "lamp_burnt"

          fault["device"] == id || (fault["between"] || []).any? { |point| PointId.of?(point, id) }
        end
      end

      # Receptacles at which something was taken out that stays out
      def unplugged =
        @found.devices.count do |device|
          device.settings["plugged"] && !@left.device(device.id)&.settings&.dig("plugged")
        end

      def mended = @found.faults - @left.faults

      def remade = mended.select { |fault| fault["kind"].start_with?("joint") }

      def entry(place)
        there = @found.place(place) or return 0.0
        @costs.opening(there) + @costs["prove_dead"]
      end

      def work
        points = places.sum { |place| moved(place) } + (remade.size * REMADE)
        fitted = taken.select { |step| step["do"] == "fit" }.map { |step| step["device"] }
        (points * @costs["arrange_point"]) + ((renewed.map(&:id) - fitted).size * @costs["replace"]) +
          taken.sum { |step| built(step) }
      end

      def built(step)
        return run(step) if step["do"] == "cable"

        %w[box fit tab retire].include?(step["do"]) ? @costs[step["do"]] : 0.0
      end

      def run(step)
        allowed = @session.respond_to?(:asked) ? @session.asked : @job
        feet = Evidence::NewRun.allowed(allowed).find { |one| one.between?(step["between"]) }&.length_ft || 0
        @costs.run(feet, raceway: step.key?("colors"))
      end

      def marks = taken.count { |step| step["do"] == "mark" } * @costs["mark"]

      def lamps = mended.count { |fault| fault["kind"] == "lamp_burnt" }

      # Lamps renewed, and receptacles unplugged
      def replacing = (lamps * @costs["replace"]) + (unplugged * @costs["unplug"])

      # Breakers that were found off or tripped
      def breakers_found
        off = @found.breakers.reject { |breaker| breaker.position == "on" }
        return {} if off.empty?

        { panel: 2 * @costs["walk_panel"], breakers: off.size * @costs["breaker"] }
      end

      def states = @job.goal.combinations.size

      # Every combination watched once
      def watching = (states * @costs["watch"]) + ((states - 1) * @costs["set"])

      # The walks between the switches meanwhile
      def watching_walks = @job.goal.controls.map(&:place).uniq.size > 1 ? (states / 2.0) * @costs["walk"] : 0.0
    end
  end
end
