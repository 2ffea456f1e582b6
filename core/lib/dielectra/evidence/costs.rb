# frozen_string_literal: true

module Dielectra
  module Evidence
    # Minutes a step takes, the walk to its place included. What each kind of step takes is said in steps/.
    class Costs
      # @param table [Hash{String => Numeric}] minutes per kind of step; see core/data/costs.json
      def initialize(table = Trade.costs)
        @table = table
      end

      def [](name) = @table.fetch(name)

      # @return [Float] minutes of a step taken in a situation
      def of(step, situation)
        step = Steps.of(step)
        walk(situation.at, step.place(situation), situation.job) + step.minutes(situation, self)
      end

      # @return [Float] minutes between two places
      def walk(from, to, job)
        return 0.0 if from == to

        [from, to].include?(job.panel.id) ? self["walk_panel"] : self["walk"]
      end

      # @return [Float] minutes to open a box
      def opening(place) = place.luminaire_box? ? self["open_luminaire"] : self["open"]
    end
  end
end
