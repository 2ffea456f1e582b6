# frozen_string_literal: true

module Dielectra
  module Trade
    # Switches without marks on their screws. A bench test shows what such a switch is: which screws it joins with the
    # toggle up, and which with it down. An identified switch is a kind with a name of its own: `three_way@t2,t1,t3` has
    # its common on t2.
    module Unmarked
      NAME = "unknown"
      NAMES = %w[t1 t2 t3 t4].freeze
      # Suffix for a switch that is off with its toggle up
      UPSIDE_DOWN = "upside_down"
      # Separators in the name of a switch that matches no sound kind: between positions, between pairs, and between the
      # two screws of a pair
      POSITIONS = "/"
      PAIRS = "+"
      PAIR = "-"

      module_function

      # @return [String] the kind that a name is of, screws aside
      def plain(name) = name[/\A[^@]+/]

      # @param up [Array<Array(String, String)>] screws that are joined with the toggle up
      # @param down [Array<Array(String, String)>]
      # @return [String] the name of the kind; where no sound switch does so, one that says what this one does
      def recognized(up, down)
        up, down = [up, down].map { |pairs| pairs.map(&:sort).sort }
        sound(up, down) ||
          KindName.with_screws(
            NAME,
            [up, down].map { |pairs| pairs.map { |pair| pair.join(PAIR) }.join(PAIRS) }.join(POSITIONS)
          )
      end

      # The likeliest kind of a switch that was not bench-tested
      # @param used [Array<String>] the screws that have a conductor under them
      def assumed(used)
        screws = (used + NAMES).uniq
        case used.size
        when 4
          name("four_way", screws.first(4))
        when 3
          name("three_way", screws.first(3))
        else
          name("single_pole", screws.first(2))
        end
      end

      # A kind's row of the table with the screws for its terminals.
      # @param row [Hash] of the kind
      # @param screws [String] what stands in the name after the kind
      def row(row, screws)
        return failing(row, screws) if screws.include?(POSITIONS)

        marks = screws.split(",")
        *screws, turned = marks.last == UPSIDE_DOWN ? marks : [*marks, nil]
        renamed = (row.fetch("terminals") - [row["ground"]]).zip(screws).to_h
        positions =
          row
            .fetch("positions")
            .transform_values { |pairs| pairs.map { |pair| pair.map { |terminal| renamed.fetch(terminal) } } }
        positions = positions.keys.zip(positions.values.reverse).to_h if turned
        DeviceKind.rows.fetch(NAME).merge("term" => row["term"], "positions" => positions, "renamed" => renamed)
      end

      def name(kind, screws) = KindName.with_screws(kind, screws.join(","))

      # A row for a switch that joins what was found on the bench
      def failing(row, screws)
        up, down = screws.split(POSITIONS, -1).map { |pairs| pairs.split(PAIRS).map { |pair| pair.split(PAIR) } }
        row.merge("positions" => { "up" => up, "down" => down }, "renamed" => {})
      end

      def sound(up, down)
        case [up.size, down.size]
        when [1, 0]
          name("single_pole", up.first)
        when [0, 1]
          name("single_pole", [*down.first, UPSIDE_DOWN])
        when [1, 1]
          three_way(up.first, down.first)
        when [2, 2]
          four_way(up, down)
        end
      end

      def three_way(up, down)
        common = up & down
        name("three_way", common + (up - common) + (down - common)) if common.one?
      end

      def four_way(up, down)
        (one, other), (two, second) = up
        [[[one, second], [two, other]], [[one, two], [other, second]]].each_with_index do |crossed, index|
          next unless crossed.map(&:sort).sort == down

          return name("four_way", index.zero? ? [one, two, other, second] : [one, second, other, two])
        end
        nil
      end
      private_class_method :name, :failing, :sound, :three_way, :four_way
    end
  end
end
