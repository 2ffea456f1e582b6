# frozen_string_literal: true

module Dielectra
  module Trade
    # The colors and words of a part of the world, told by its supply: 120 V in North America, 230 V elsewhere.
    class Region
      # @param volts [Numeric] of the supply
      # @return [Region]
      def self.at(volts) = all.find { |region| volts < region.below } || all.last

      def self.all = @all ||= Trade.table("regions").map { |name, row| new(name, row) }

      # Read back by Marshal as the one object of its name.
      def self._load(name) = all.find { |region| region.name == name }

      def _dump(_level) = name

      attr_reader :name

      def initialize(name, row)
        @name = name
        @row = row
      end

      # What it is called on the screen.
      def words = @row.fetch("words")

      # Volts of a usual supply.
      def volts = @row.fetch("volts")

      # Volts that its supplies stay under.
      def below = @row.fetch("below_volts")

      # Color of the tape on a conductor that is hot and does not look it.
      def tape = @row.fetch("tape")

      # Whether a hot conductor in another color is sleeved in every kind of run, and not in cables only.
      def sleeves? = @row.fetch("sleeves", false)

      # Color of the grounding conductor in its cables.
      def grounding = @row.fetch("grounding")

      # @return [Hash{String => Array<String>}] every cable there is, by type
      def cables = @row.fetch("cables") { CableType.all }

      # The word for a kind of device.
      # @param kind [DeviceKind]
      def term(kind) = @row["terms"].fetch(kind.plain, kind.term)

      # @param screw [Hash] of DeviceKind#screws
      # @return [Hash] with what is printed beside it here
      def labeled(kind, screw) =
        screw.merge("label" => @row["labels"].dig(kind.plain, screw["terminal"]) || screw["label"])

      # The colors of a run mapped to North American habits (white is neutral, black comes first), so that one table of
      # habits serves all regions
      # @param colors [Array<String>]
      # @return [Array<String>]
      def habits(colors)
        return colors unless name == "iec"

        neutral = neutral(colors)
        first = %w[brown red black].find { |color| color != neutral && colors.include?(color) }
        colors.map { |color| { neutral => "white", first => "black" }.fetch(color, "red") }
      end

      # Whether a conductor of a run has to be re-identified where it is always or sometimes hot.
      # @param colors [Array<String>] of the whole run
      def marked_when_hot?(color, colors) = name == "iec" ? color == neutral(colors) : Color.marked_when_hot?(color)

      private

      # Blue; in older cable with a red conductor, black.
      def neutral(colors)
        return "blue" if colors.include?("blue")

        "black" if colors.include?("red") && colors.include?("black")
      end
    end
  end
end
