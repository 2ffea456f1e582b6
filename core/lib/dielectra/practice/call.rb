# frozen_string_literal: true

module Dielectra
  module Practice
    # The job as a person is called to a made-up house.
    class Call
      include Chance

      # @param wall [Wall]
      # @param circuit [Circuit] the house with its fault
      # @param random [Random]
      def initialize(wall, circuit, random)
        @wall = wall
        @circuit = circuit
        @random = random
      end

      # @return [Hash] in the job file format
      def document
        known = [*@wall.rooms, *@wall.lights]
        controls =
          @wall.rooms.map do |place|
            { "id" => @wall.device(place), "place" => place, "on_off_marked" => @wall.marked[place] }
          end
        names = controls.map { |control| control["id"] }
        loads = @wall.lights.map { |place| { "id" => @wall.device(place), "place" => place, "kind" => @wall.load } }
        {
          "format" => Evidence::Job::FORMAT,
          "version" => 1,
          "supply" => {
            "volts" => @wall.volts,
            "hertz" => 60
          },
          "places" => @wall.place_rows(known).map { |row| row.slice("id", "kind") },
          "breakers" => [{ "id" => "B1", "amps" => @wall.amps }],
          "controls" => controls,
          "loads" => loads,
          "wanted" => {
            "kind" => "restore",
            "control" => loads.to_h { |load| [load["id"], names] }
          },
          "year_built" => 1930 + @random.rand(90),
          "method" => @wall.method_name,
          "tools" => %w[ncv voltage continuity resistance bench],
          "began" => began,
          "steps" => chance?(0.6) ? reports : []
        }.compact
      end

      private

      # How the trouble began, by the customer. Most intermittent faults are reported as such.
      def began = ("comes_and_goes" if Intermittence.settled(@circuit).size > 1 && chance?(0.8))

      def reports
        houses = Intermittence.settled(@circuit).map { |house| Physics::Survey.measure(house) }
        rows =
          houses
            .first
            .each_index
            .map { |index| houses.map { |house| house[index] } }
            .reject { |some| some.any? { |row| row["breakers"]["B1"] == "tripped" } }
        rows
          .sample(4, random: @random)
          .map do |some|
            {
              "do" => "report",
              "positions" => some.first["positions"],
              "answer" => {
                "loads" => @wall.lights.to_h { |place| [@wall.device(place), told(some, @wall.device(place))] }
              }
            }
          end
      end

      # The customer's report of a light; an intermittent fault may be reported as flicker.
      def told(some, lamp) =
        some.map { |row| row["loads"][lamp] }.uniq.then { |shown| shown.one? ? shown.first : "flickers" }
    end
  end
end
