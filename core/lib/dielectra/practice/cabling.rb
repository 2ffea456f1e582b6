# frozen_string_literal: true

module Dielectra
  module Practice
    # The runs of a generated house: its cables, and what each conductor carries
    class Cabling
      include Chance

      # Colors of cables of two and three conductors at 230 V: of today, and of the time before.
      METRIC = {
        2 => [%w[brown blue], %w[red black]],
        3 => [%w[brown black blue], %w[brown black gray], %w[red yellow black]]
      }.freeze
      HOTS = %w[black black black red red blue yellow].freeze

      # A run: its places, its cable ends, and for each conductor its ids at the ends, its color and its function.
      Run = Struct.new(:places, :ends, :type, :wires, :feet)
      Wire = Struct.new(:ids, :color, :function)

      # @return [String] what a place is called in a file
      def self.named(place) = place.delete_prefix("_")

      # @param family [Families::Family]
      # @param random [Random]
      # @param rooms [Array<String>] places of the switches
      # @param gauge [String] of the conductors
      # @param numbers [Hash{String => Array<Integer>}] place => numbers of cable ends still free there
      # @param volts [Numeric] of the supply
      def initialize(family, random, rooms:, gauge:, numbers:, volts:)
        @family = family
        @random = random
        @rooms = rooms
        @gauge = gauge
        @numbers = numbers
        @volts = volts
      end

      # @param functions [Array<String>] what the run carries
      # @param doubled [Boolean] whether two cables lie side by side
      # @return [Array<Run>]
      def lay(edge, functions, doubled: false)
        return functions.map { |function| single(edge, function) } if @family.wiring == "knob_and_tube"

        return side_by_side(edge, functions) if doubled

        wires = wires(edge, functions)
        [
          Run.new(
            edge,
            numbered(edge),
            @family.wiring == "emt" ? "raceway" : "#{@gauge}/#{wires.size}",
            wires,
            8 + @random.rand(70)
          )
        ]
      end

      # @return [Array<Run>] a cable that comes from another breaker, and one that leaves for its outlet, in one of the
      #   switch boxes
      def second_circuit
        room = @rooms.sample(random: @random)
        [["panel", room], [room, "outlet"]].map do |edge|
          wires = [Wire.new(%w[black black], "black", "line"), Wire.new(%w[white white], "white", "neutral")]
          Run.new(
            edge,
            edge.map { |place| place == "outlet" ? "outlet/1" : "#{place}/#{@numbers[place].pop}" },
            "#{@gauge}/2",
            wires,
            8 + @random.rand(70)
          )
        end
      end

      private

      # Two cables of two in place of one of three, with functions in random order
      def side_by_side(edge, functions)
        functions
          .shuffle(random: @random)
          .each_slice(2)
          .map do |some|
            carried = [*some, nil].first(2).shuffle(random: @random)
            Run.new(
              edge,
              numbered(edge),
              "#{@gauge}/2",
              %w[black white].zip(carried).map { |color, function| Wire.new([color, color], color, function) },
              8 + @random.rand(70)
            )
          end
      end

      def numbered(edge) = edge.map { |place| "#{Cabling.named(place)}/#{@numbers[place].pop}" }

      def single(edge, function) =
        Run.new(
          edge,
          numbered(edge),
          "knob_and_tube",
          [Wire.new(%w[black black], "black", function)],
          8 + @random.rand(70)
        )

      def wires(edge, functions)
        return conduit_wires(functions) if @family.wiring == "emt"

        return cloth_wires(functions) if @family.wiring == "cloth"

        size = [functions.size, 2].max
        size += 1 if functions.size == 2 && chance?(0.15)
        colors =
          (
            if @family.wiring == "metric"
              METRIC.fetch(size).sample(random: @random)
            else
              Trade::CableType.colors("14/#{size}")
            end
          )
        ways =
          Design::Coloring.ways(
            functions,
            Trade::Region.at(@volts).habits(colors),
            polarized: Design::Layout.polarized(edge)
          )
        odd = chance?(0.2) && Design::Layout.polarized(edge).nil?
        way = odd ? ways.sample(random: @random) : weighted(ways.to_h { |item| [item, item.weight] })
        colors.zip(way.functions).map { |color, function| Wire.new([color, color], color, function) }
      end

      # Single conductors in conduit: neutral white, the others any dark color. Like ones have separate names at either
      # end.
      def conduit_wires(functions)
        colors = functions.map { |function| function == "neutral" ? "white" : HOTS.sample(random: @random) }
        colors.uniq.flat_map do |color|
          slots = colors.each_index.select { |slot| colors[slot] == color }
          here, there =
            [0, 1].map do
              slots.size == 1 ? [color] : (1..slots.size).map { |number| "#{color}_#{number}" }.shuffle(random: @random)
            end
          slots.each_with_index.map { |slot, order| Wire.new([here[order], there[order]], color, functions[slot]) }
        end
      end

      # Old cable whose conductors all look alike.
      def cloth_wires(functions)
        here, there = [0, 1].map { (1..functions.size).map { |number| "wire_#{number}" }.shuffle(random: @random) }
        functions.each_index.map { |slot| Wire.new([here[slot], there[slot]], "black", functions[slot]) }
      end
    end
  end
end
