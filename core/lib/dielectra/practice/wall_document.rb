# frozen_string_literal: true

module Dielectra
  module Practice
    # Writes a generated house in the circuit file format.
    class WallDocument
      # @param wall [Wall]
      # @param random [Random]
      def initialize(wall, random)
        @wall = wall
        @random = random
      end

      # @param faults [Array<Hash>]
      # @param breaker [String, nil] how the breaker is found, if not on
      def to_h(faults, breaker = nil)
        {
          "format" => Circuit::FORMAT,
          "version" => 1,
          "supply" => {
            "volts" => @wall.volts,
            "hertz" => 60
          },
          "places" => @wall.place_rows(@wall.places),
          "cables" => @wall.runs.map { |run| cable_row(run) },
          "devices" => device_rows.map { |row| row["id"] == "B1" && breaker ? row.merge("position" => breaker) : row },
          "joints" => panel_joints + @wall.joints.values.flatten(1).map { |points| { "points" => points } },
          "faults" => faults
        }
      end

      private

      def cable_row(run)
        rows =
          run.wires.map do |wire|
            { **(wire.ids.uniq.one? ? { "id" => wire.ids.first } : { "ids" => wire.ids }), "color" => wire.color }
          end
        if @wall.grounded && run.type != "knob_and_tube"
          rows << { "id" => @wall.ground_color, "color" => @wall.ground_color }
        end
        {
          "ends" => run.ends,
          "type" => run.type,
          "method" => @wall.method_name,
          "length_ft" => run.feet,
          "conductors" => rows
        }
      end

      def device_rows
        breakers =
          ["B1", *("B2" if @wall.family.second)].map do |id|
            { "id" => id, "kind" => "breaker", "place" => "panel", "amps" => @wall.amps, "position" => "on" }
          end
        [*breakers, *@wall.rooms.map { |room| switch_row(room) }, *@wall.lights.map { |place| load_row(place) }] +
          @wall.outlets.map { |place| outlet_row(place) }
      end

      # A switch may throw either way round, if nothing is marked on it.
      def switch_row(room)
        positions = Trade::DeviceKind[@wall.kinds[room]].positions
        row = {
          "id" => @wall.device(room),
          "kind" => @wall.kinds[room],
          "place" => room,
          "position" => positions.sample(random: @random)
        }
        @wall.turned[room] && !@wall.marked[room] ? row.merge("reversed" => true) : row
      end

      # An outlet beyond, with something plugged in or not.
      def outlet_row(place)
        row = {
          "id" => @wall.device(place),
          "kind" => "receptacle",
          "place" => Cabling.named(place),
          Trade::Tab::HOT => "intact",
          Trade::Tab::NEUTRAL => "intact"
        }
        @wall.plugged[place] ? row.merge("plugged" => { "1" => { "watts" => @wall.plugged[place] } }) : row
      end

      def load_row(place)
        row = { "id" => @wall.device(place), "kind" => @wall.load, "place" => place }
        return row.merge("lamp" => @wall.lamp) unless @wall.receptacle?

        row.merge(
          Trade::Tab::HOT => @wall.half ? "removed" : "intact",
          Trade::Tab::NEUTRAL => "intact",
          "plugged" => {
            "1" => {
              "watts" => @wall.lamp["watts"]
            }
          }
        )
      end

      def panel_joints
        bare =
          (
            if @wall.grounded
              @wall.runs_at("panel").map { |run| "#{@wall.end_at(run, "panel")}.#{@wall.ground_color}" }
            else
              []
            end
          )
        lines = [{ "points" => ["B1.load", @wall.panel_point("line")] }]
        lines << { "points" => ["B2.load", @wall.panel_point("line", @wall.second)] } if @wall.family.second
        neutrals = [@wall.panel_point("neutral"), *(@wall.panel_point("neutral", @wall.second) if @wall.family.second)]
        [*lines, { "points" => ["panel.neutral", "panel.ground", *neutrals, *bare] }]
      end
    end
  end
end
