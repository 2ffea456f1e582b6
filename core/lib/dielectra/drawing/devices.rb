# frozen_string_literal: true

module Dielectra
  module Drawing
    # The devices of a box side by side, their screws where a person finds them, and beside each screw in use the column
    # in which a wire comes down to it. The screw of a metal box is on the left wall.
    class Devices
      # Units of a drawing
      MARGIN = 28
      WIDTH = 132
      HEIGHT = 112
      # From one screw to the next, and from the top of a device to its first screw
      ROW = 34
      TOP = 24
      # From a column to the screw it leads to
      REACH = 17
      # Below a device, or where there is none below the caps
      WALL = { metal: 44, plastic: 6 }.freeze

      # @return [Array<String>] every screw of a box, that of a metal box itself included
      def self.points(box) =
        [
          *box["devices"].flat_map { |device| device["screws"].map { |row| "#{device["id"]}.#{row["terminal"]}" } },
          *(box["enclosure"] == "metal" ? [PointId.box(box["place"])] : [])
        ]

      # @return [Array<Hash>] the rectangle of each device with its `id`
      attr_reader :bodies

      # @return [Array<Hash>] each screw with `point`, `terminal`, `label`, `finish`, `side`, `x` and `y`
      attr_reader :screws

      # @param box [Hash] as Presentation::Boxes shows it
      # @param used [Array<String>] screws that have something on them
      # @param taken [Columns] columns in use; those of the screws are taken from them
      def initialize(box, used, taken)
        @box = box
        @used = used
        @taken = taken
      end

      # @return [Integer] units that the devices need side by side
      def room = @box["devices"].sum { |device| WIDTH + (2 * REACH) + (Columns::APART * 2 * device["screws"].size) }

      # Places the devices in the middle of a box of a width.
      # @return [Integer] the width they need
      def place(width)
        last = lay(MARGIN, @taken.dup)
        spare = [width - last - MARGIN, 0].max
        lay(MARGIN + (spare / 2), @taken) + MARGIN
      end

      # Sets the heights of devices and screws.
      # @param top [Integer] of the devices
      # @return [Integer] the bottom
      def settle(top)
        bodies.each { |body| body["y"] = top }
        bottom = bodies.map { |body| top + body["height"] }.max || (top + WALL.fetch(metal? ? :metal : :plastic))
        screws.each { |row| row["y"] = row["terminal"] == "box" ? bottom : top + TOP + (row.delete("row") * ROW) }
        bottom
      end

      # @return [Integer] where a wire comes down to a screw
      def column(point) = @column_of[point]

      # @return [Array<Integer>]
      def columns = @column_of.values

      # @return [Hash]
      def screw(point) = screws.find { |row| row["point"] == point }

      # @return [Array<Hash>] the break-off tabs between two screws of one side
      def tabs
        @box["devices"].flat_map do |device|
          device["tabs"].filter_map do |tab|
            from, to = tab["between"].map { |terminal| screw("#{device["id"]}.#{terminal}") }
            next unless from && to

            {
              "point" => "#{device["id"]}.#{tab["name"]}",
              "x" => from["x"],
              "from" => from["y"],
              "to" => to["y"],
              "intact" => tab["intact"]
            }
          end
        end
      end

      private

      def metal? = @box["enclosure"] == "metal"

      # @return [Integer] where the last one ends
      def lay(edge, columns)
        @columns = columns
        @column_of = {}
        @bodies = []
        @screws = []
        edge = [edge, box_screw].max if metal?
        @box["devices"].each { |device| edge = lay_device(device, edge) + Columns::APART }
        edge
      end

      # @return [Integer] where devices may start beside it
      def box_screw
        point = "#{@box["place"]}.box"
        @screws << drawn({ "terminal" => "box", "label" => "BOX", "finish" => "brass" }, point, 22, 1)
        @column_of[point] = free(MARGIN + REACH - 4) if @used.include?(point)
        MARGIN + REACH + Columns::APART
      end

      def drawn(row, point, x, side, number = nil) =
        {
          **row.slice("terminal", "label", "finish"),
          "point" => point,
          "x" => x,
          "side" => side,
          "row" => number
        }.compact

      def lay_device(device, edge)
        sides = %w[left right].to_h { |side| [side, device["screws"].select { |row| row["side"] == side }] }
        # Lower screws are reached from further outside, so that no wire passes another screw.
        sides["left"].reverse_each { |row| edge = column_for(device, row, edge) }
        x = edge + (sides["left"].any? { |row| @column_of[point(device, row)] } ? REACH : 4)
        @bodies << { "x" => x, "y" => nil, "width" => WIDTH, "height" => height(sides), "id" => device["id"] }
        edge = x + WIDTH
        { "left" => [x, -1], "right" => [edge, 1] }.each do |name, (at, side)|
          sides[name].each_with_index { |row, number| @screws << drawn(row, point(device, row), at, side, number) }
        end
        edge += REACH
        sides["right"].each { |row| edge = column_for(device, row, edge) }
        edge
      end

      def height(sides) = [HEIGHT, TOP + (sides.each_value.map(&:size).max * ROW) + 24].max

      def point(device, row) = "#{device["id"]}.#{row["terminal"]}"

      # @return [Integer] where the next one may stand
      def column_for(device, row, edge)
        point = point(device, row)
        return edge unless @used.include?(point)

        @column_of[point] = free(edge)
        @column_of[point] + Columns::APART
      end

      def free(x) = @columns.take(@columns.from(x))
    end
  end
end
