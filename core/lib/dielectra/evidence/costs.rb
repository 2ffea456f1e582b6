# frozen_string_literal: true

module Dielectra
  module Evidence
    # Minutes a step takes, the walk to its place included. What each kind of step takes is said in steps/.
    class Costs
      # What each kind of step is called where its minutes are set
      NAMES = {
        "walk" => "walking between two boxes",
        "walk_panel" => "walking to or from the panel",
        "call_out" => "calling out to somebody at the panel",
        "breaker" => "a breaker on or off",
        "open" => "opening a switch or receptacle box",
        "open_luminaire" => "opening a box at a light",
        "prove_dead" => "proving a box dead",
        "probe" => "a reading",
        "watch" => "a look at the light",
        "set" => "a toggle thrown",
        "wiggle" => "a toggle wiggled",
        "bench" => "a position on the bench",
        "arrange_point" => "a conductor moved",
        "replace" => "a new switch",
        "mark" => "a conductor marked",
        "tab" => "a tab broken off",
        "find_breaker" => "finding a breaker",
        "box" => "a new box",
        "cable" => "a new run",
        "cable_foot" => "a foot of it",
        "raceway" => "conductors pulled into a raceway",
        "raceway_foot" => "a foot of that",
        "fit" => "a device fitted",
        "retire" => "a switch taken out",
        "unplug" => "everything at an outlet unplugged"
      }.freeze
      # The least and the most minutes that can be set
      LEAST = 0.05
      MOST = 120

      # The usual minutes, with some set otherwise
      # @param minutes [Hash{String => Numeric}] by name
      # @return [Costs]
      # @raise [InvalidInput] for an unknown name, and for what is no time
      def self.with(minutes)
        minutes.each do |name, value|
          unless NAMES.key?(name)
            raise InvalidInput.new("There are no minutes for #{name}.", pointer: "/minutes/#{name}")
          end
          next if value.is_a?(Numeric) && value.between?(LEAST, MOST)

          raise InvalidInput.new("Minutes are between #{LEAST} and #{MOST}.", pointer: "/minutes/#{name}")
        end
        new(Trade.costs.merge(minutes))
      end

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

      # @return [Float] minutes between two places. With somebody at the panel nobody walks there: one calls out.
      def walk(from, to, job)
        return 0.0 if from == to
        return self["walk"] unless [from, to].include?(job.panel.id)

        self[job.helper ? "call_out" : "walk_panel"]
      end

      # @param length_ft [Numeric]
      # @param raceway [Boolean] whether conductors are pulled into a raceway that is there
      # @return [Float] minutes to pull a new run
      def run(length_ft, raceway: false)
        return self["raceway"] + (self["raceway_foot"] * length_ft) if raceway

        self["cable"] + (self["cable_foot"] * length_ft)
      end

      # @return [Float] minutes to open a box
      def opening(place) = place.luminaire_box? ? self["open_luminaire"] : self["open"]
    end
  end
end
