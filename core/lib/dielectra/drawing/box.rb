# frozen_string_literal: true

module Dielectra
  module Drawing
    # Where everything of an open box lies when it is drawn: cables on top, conductors running down in their colors,
    # splices under a cap, devices below with their screws where a person finds them. No wire passes behind a device, a
    # cap or a label, and no two run along the same line. One source for the screen and for paper.
    class Box
      # Units of a drawing
      MARGIN = 28
      SHEATH = { y: 22, height: 44 }.freeze
      PITCH = { few: 50, many: 40 }.freeze
      GAP = 22
      # Conductors from which they stand closer
      MANY = 14
      DISC = { y: 88, radius: 14 }.freeze
      # The labels under the discs, in two rows, so that each has the room of two conductors
      TAG = { rows: [108, 130], height: 18, letter: 6.6, room: 8 }.freeze
      WIRES = 156
      LOOSE = 168
      LANE = 13
      CAP = { height: 26, side: 8, room: 10 }.freeze
      DEVICE = { width: 132, height: 112, row: 34, top: 24 }.freeze
      # From a column to the screw it leads to
      REACH = 17
      LEAST = 320

      # @param box [Hash] as Presentation::Boxes shows it
      def initialize(box)
        @box = box
        @columns = Columns.new
      end

      # @return [Hash] `width`, `height`, `frame`, `sheaths`, `ends`, `tags`, `wires`, `caps`, `devices`, `screws` and
      #   `tabs`, all lengths in units of the drawing; `crossings` counts where two wires cross
      def to_h
        lay
        {
          "width" => @width,
          "height" => @height,
          "frame" => rect(8, SHEATH[:y] + 22, @width - 16, @height - SHEATH[:y] - 32),
          "sheaths" => @sheaths,
          "ends" => @ends.map { |point, x| { "point" => point, "x" => x, "y" => DISC[:y] } },
          "tags" => tags,
          "wires" => wires,
          "caps" => caps,
          "devices" => @devices,
          "screws" => @screws,
          "tabs" => tabs,
          "crossings" => lanes.crossed
        }
      end

      private

      def lay
        place_cables
        joints.each { |joint| joint[:pins].each { |point| @columns.take(@ends[point]) } }
        @width = width
        place_devices
        place_caps
        settle
      end

      def rect(x, y, width, height) = { "x" => x, "y" => y, "width" => width, "height" => height }

      def conductors = @box["cables"].sum { |cable| cable["wires"].size }

      def pitch = conductors < MANY ? PITCH[:few] : PITCH[:many]

      def place_cables
        @ends = {}
        x = MARGIN
        @sheaths =
          @box["cables"].map do |cable|
            room = [cable["wires"].size, 2].max * pitch
            cable["wires"].each_with_index { |wire, at| @ends[wire["point"]] = x + (pitch * (at + 0.5)).round }
            sheath = rect(x + 3, SHEATH[:y], room - 6, SHEATH[:height]).merge("id" => cable["id"])
            x += room + GAP
            sheath
          end
        @cables_end = x - GAP + MARGIN
      end

      # What touches what, by what it is: conductors, screws, and whether they meet under a cap
      def joints
        @joints ||=
          @box["joints"]
            .select { |points| points.size > 1 }
            .map do |points|
              pins = points.select { |point| @ends.key?(point) }
              screws = points & all_screws
              { points:, pins:, screws:, cap: !(pins.size <= 1 && pins.size + screws.size == 2) }
            end
            .reject { |joint| joint[:pins].empty? && joint[:screws].size < 2 }
      end

      def all_screws
        @all_screws ||= [
          *@box["devices"].flat_map do |device|
            device["screws"].map { |screw| "#{device["id"]}.#{screw["terminal"]}" }
          end,
          "#{@box["place"]}.box"
        ]
      end

      def used = @used ||= joints.flat_map { |joint| joint[:screws] }

      # Room for cables, for devices with the columns beside them, and for caps
      def width
        devices =
          @box["devices"].sum { |device| DEVICE[:width] + (2 * REACH) + (Columns::APART * 2 * device["screws"].size) }
        caps = joints.select { |joint| joint[:cap] }.sum { |joint| (joint[:points].size * Columns::APART * 2) + 30 }
        [@cables_end, devices + (2 * MARGIN), devices + caps, LEAST].max
      end

      def metal? = @box["enclosure"] == "metal"

      # Devices side by side, the columns of their screws beside them
      def place_devices
        taken = @columns
        @columns = taken.dup
        last = devices_from(MARGIN)
        @columns = taken
        spare = [@width - last - MARGIN, 0].max
        last = devices_from(MARGIN + (spare / 2))
        @width = [@width, last + MARGIN].max
      end

      def devices_from(x)
        @column_of = {}
        @devices = []
        @screws = []
        box_screw if metal?
        edge = [x, metal? ? MARGIN + REACH + Columns::APART : x].max
        @box["devices"].each { |device| edge = place_device(device, edge) + Columns::APART }
        edge
      end

      # The screw of a metal box, on its left wall
      def box_screw
        point = "#{@box["place"]}.box"
        @screws << screw({ "terminal" => "box", "label" => "BOX", "finish" => "brass" }, point, 22, 1)
        @column_of[point] = free(MARGIN + REACH - 4) if used.include?(point)
      end

      def screw(row, point, x, side) =
        row.slice("terminal", "label", "finish").merge("point" => point, "x" => x, "side" => side)

      def place_device(device, edge)
        sides = %w[left right].to_h { |side| [side, device["screws"].select { |screw| screw["side"] == side }] }
        # Lower screws are reached from further outside, so that no wire passes another screw.
        sides["left"].reverse_each { |row| edge = column(device, row, edge) }
        x = edge + (sides["left"].any? { |row| @column_of[point(device, row)] } ? REACH : 4)
        @devices << rect(x, nil, DEVICE[:width], height_of(sides)).merge("id" => device["id"])
        edge = x + DEVICE[:width]
        sides["left"].each { |row| @screws << screw(row, point(device, row), x, -1) }
        sides["right"].each { |row| @screws << screw(row, point(device, row), edge, 1) }
        edge += REACH
        sides["right"].each { |row| edge = column(device, row, edge) }
        edge
      end

      def height_of(sides) =
        [DEVICE[:height], DEVICE[:top] + (sides.each_value.map(&:size).max * DEVICE[:row]) + 24].max

      def point(device, row) = "#{device["id"]}.#{row["terminal"]}"

      def column(device, row, edge)
        return edge unless used.include?(point(device, row))

        @column_of[point(device, row)] = free(edge)
        @column_of[point(device, row)] + Columns::APART
      end

      def free(x) = @columns.take(@columns.from(x))

      # Caps stand in the row above the devices, each as near to its conductors as the columns leave room.
      def place_caps
        @slots = {}
        @cap_spans = []
        joints
          .select { |joint| joint[:cap] }
          .sort_by { |joint| [middle(joint), joint[:points].first] }
          .each { |joint| place_cap(joint) }
      end

      def ends_of(joint) =
        joint[:pins].map { |pin| [pin, @ends[pin]] } + joint[:screws].map { |at| [at, @column_of[at]] }

      def middle(joint) = ends_of(joint).sum(&:last) / ends_of(joint).size.to_f

      def place_cap(joint)
        ends = ends_of(joint).sort_by(&:last).map(&:first)
        start = (middle(joint) - (ends.size * Columns::APART / 2.0)).round
        row = (0..).lazy.flat_map { |off| [start - off, start + off] }.filter_map { |x| fitting(x, ends.size) }.first
        row.each { |x| @columns.take(x) }
        @cap_spans << span(row)
        @width = [@width, row.last + MARGIN].max
        @slots[joint] = ends.zip(row).to_h
      end

      def fitting(x, count)
        return if x < MARGIN || !@columns.free?(x)

        row = @columns.row(x, count)
        row if clear?(span(row))
      end

      def span(row) = (row.first - CAP[:side])..(row.last + CAP[:side])

      def clear?(span)
        @column_of.each_value.none? { |x| x > span.begin - 6 && x < span.end + 6 } &&
          @cap_spans.none? { |other| span.begin < other.end + CAP[:room] && other.begin < span.end + CAP[:room] }
      end

      # One strand for each conductor that touches something, and one for each tail from a cap or from screw to screw
      def strands
        @strands ||=
          joints.flat_map do |joint|
            next direct(joint) unless joint[:cap]

            slots = @slots[joint]
            joint[:pins].map { |pin| { point: pin, from: @ends[pin], up: true, to: slots[pin], into: :cap } } +
              joint[:screws].map do |at|
                { point: at, from: slots[at], up: false, to: @column_of[at], into: at, tail: joint }
              end
          end
      end

      def direct(joint)
        to = joint[:screws].last
        pin = joint[:pins].first
        return { point: pin, from: @ends[pin], up: true, to: @column_of[to], into: to } if pin

        from = joint[:screws].first
        { point: from, from: @column_of[from], up: false, to: @column_of[to], into: to, out_of: from, tail: joint }
      end

      def lanes = @lanes ||= Lanes.new(strands.map { |strand| Lanes::Way.new(strand[:from], strand[:to], strand[:up]) })

      def loose = @loose ||= @ends.keys - joints.flat_map { |joint| joint[:pins] }

      # Heights, from the top down
      def settle
        @lanes_at = loose.any? ? LOOSE + 22 : WIRES + 10
        @caps_at = @lanes_at + (lanes.count * LANE) + 4
        @devices_at = @caps_at + (@slots.any? ? CAP[:height] + 20 : 14)
        @devices.each { |device| device["y"] = @devices_at }
        bottom = @devices.map { |device| @devices_at + device["height"] }.max || (@devices_at + (metal? ? 44 : 6))
        @height = bottom + 26
        @screws.each { |row| row["y"] = row["terminal"] == "box" ? bottom : height_of_screw(row) }
      end

      def height_of_screw(row)
        device = row["point"].split(".").first
        number =
          @screws.count do |other|
            other["y"] && other["side"] == row["side"] && other["point"].start_with?("#{device}.")
          end
        @devices_at + DEVICE[:top] + (number * DEVICE[:row])
      end

      def wires
        strands.zip(lanes.numbers).map { |strand, lane| wire(strand, @lanes_at + (lane * LANE)) } +
          loose.map do |point|
            { "point" => point, "end" => "loose", "path" => [[@ends[point], DISC[:y]], [@ends[point], LOOSE]] }
          end
      end

      def wire(strand, lane)
        start =
          if strand[:up]
            [[strand[:from], DISC[:y]]]
          elsif strand[:out_of]
            at_screw(strand[:out_of], strand[:from])
          else
            [[strand[:from], @caps_at]]
          end
        finish = strand[:into] == :cap ? [[strand[:to], @caps_at]] : at_screw(strand[:into], strand[:to]).reverse
        {
          "point" => strand[:point],
          "end" => strand[:into] == :cap ? "splice" : "screw",
          "mates" => strand[:tail] && strand[:tail][:pins],
          "path" =>
            [*start, [strand[:from], lane], [strand[:to], lane], *finish].chunk_while { |a, b| a == b }.map(&:first)
        }.compact
      end

      def at_screw(point, column)
        row = @screws.find { |screw| screw["point"] == point }
        [[row["x"], row["y"]], [column, row["y"]]]
      end

      def caps
        @slots.map do |joint, slots|
          span = span(slots.values)
          rect(span.begin, @caps_at - 2, span.end - span.begin, CAP[:height]).merge("points" => joint[:points])
        end
      end

      # What a conductor is believed to do, under its disc; neighbors take turns with the two rows.
      def tags
        @box["cables"].flat_map do |cable|
          cable["wires"].each_with_index.filter_map do |wire, number|
            role = wire["roles"].first
            next if role.nil? || role["role"] == "ground"

            text = role["sure"] ? role["role"] : "#{role["role"]}?"
            width = (text.size * TAG[:letter]).round + TAG[:room]
            rect(@ends[wire["point"]] - (width / 2), TAG[:rows][number % 2], width, TAG[:height]).merge(
              "point" => wire["point"],
              "text" => text,
              "sure" => role["sure"]
            )
          end
        end
      end

      def tabs
        @box["devices"].flat_map do |device|
          device["tabs"].filter_map do |tab|
            from, to =
              tab["between"].map { |terminal| @screws.find { |row| row["point"] == "#{device["id"]}.#{terminal}" } }
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
    end
  end
end
