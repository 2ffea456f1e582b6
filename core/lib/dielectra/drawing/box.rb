# frozen_string_literal: true

module Dielectra
  module Drawing
    # Where everything of an open box lies when it is drawn: cables on top, conductors running down in their colors,
    # splices under a cap, devices below with their screws where a person finds them. No wire passes behind a device, a
    # cap or a label, and no two run along the same line. One source for the screen and for paper.
    class Box
      # Units of a drawing
      MARGIN = Devices::MARGIN
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
          "devices" => @devices.bodies,
          "screws" => @devices.screws,
          "tabs" => @devices.tabs,
          "crossings" => lanes.crossed
        }
      end

      private

      def lay
        place_cables
        joints.each { |joint| joint[:pins].each { |point| @columns.take(@ends[point]) } }
        @devices = Devices.new(@box, joints.flat_map { |joint| joint[:screws] }, @columns)
        @width = [@cables_end, room_below, LEAST].max
        @width = [@width, @devices.place(@width)].max
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

      def all_screws = @all_screws ||= Devices.points(@box)

      # Room for the devices with the columns beside them, and for the caps
      def room_below
        caps = joints.select { |joint| joint[:cap] }.sum { |joint| (joint[:points].size * Columns::APART * 2) + 30 }
        @devices.room + [2 * MARGIN, caps].max
      end

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
        joint[:pins].map { |pin| [pin, @ends[pin]] } + joint[:screws].map { |at| [at, @devices.column(at)] }

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
        @devices.columns.none? { |x| x > span.begin - 6 && x < span.end + 6 } &&
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
                { point: at, from: slots[at], up: false, to: @devices.column(at), into: at, tail: joint }
              end
          end
      end

      def direct(joint)
        to = joint[:screws].last
        pin = joint[:pins].first
        return { point: pin, from: @ends[pin], up: true, to: @devices.column(to), into: to } if pin

        from = joint[:screws].first
        {
          point: from,
          from: @devices.column(from),
          up: false,
          to: @devices.column(to),
          into: to,
          out_of: from,
          tail: joint
        }
      end

      def lanes = @lanes ||= Lanes.new(strands.map { |strand| Lanes::Way.new(strand[:from], strand[:to], strand[:up]) })

      def loose = @loose ||= @ends.keys - joints.flat_map { |joint| joint[:pins] }

      # Heights, from the top down
      def settle
        @lanes_at = loose.any? ? LOOSE + 22 : WIRES + 10
        @caps_at = @lanes_at + (lanes.count * LANE) + 4
        @devices_at = @caps_at + (@slots.any? ? CAP[:height] + 20 : 14)
        @height = @devices.settle(@devices_at) + 26
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
        row = @devices.screw(point)
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
    end
  end
end
