# frozen_string_literal: true

module Dielectra
  module Evidence
    # Minutes a step takes, the walk to its place included.
    class Costs
      # @param table [Hash{String => Numeric}] minutes per kind of step; see core/data/costs.json
      def initialize(table = Trade.costs)
        @table = table
      end

      def [](name) = @table.fetch(name)

      # @return [Float] minutes of a step taken in a situation
      def of(step, situation)
        return 0.0 if step["do"] == "report"

        walk(situation.at, situation.place_of(step), situation.job) + work(step, situation)
      end

      # @return [Float] minutes between two places
      def walk(from, to, job)
        return 0.0 if from == to

        [from, to].include?(job.panel.id) ? self["walk_panel"] : self["walk"]
      end

      # @return [Float] minutes to open a box
      def opening(place) = place.luminaire_box? ? self["open_luminaire"] : self["open"]

      private

      def work(step, situation)
        case step["do"]
        when "open"
          opening(situation.job.place(step["place"]))
        when "arrange"
          arranging(step, situation)
        else
          self[step["do"]]
        end
      end

      def arranging(step, situation)
        place = step["place"]
        return 0.0 unless situation.open?(place)

        to = step["joints"] == "as_found" ? situation.found_joints(place) : step["joints"]
        Arrangement.changed(situation.joints(place), to).size * self["arrange_point"]
      end
    end
  end
end
