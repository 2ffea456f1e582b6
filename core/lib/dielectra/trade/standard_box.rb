# frozen_string_literal: true

module Dielectra
  module Trade
    # A box as it is sold: its size in words, its volume, and the kinds of places it is for. Metal boxes: the sizes and
    # least volumes of table 314.16(A). Plastic ones carry their volume; these are usual ones.
    StandardBox =
      Struct.new(:enclosure, :name, :volume_in3, :places) do
        # @return [Array<StandardBox>]
        def self.all =
          @all ||=
            Trade
              .table("boxes")
              .flat_map do |enclosure, rows|
                rows.map { |row| new(enclosure, *row.values_at("name", "volume_in3", "places")) }
              end

        # @param place_kind [String] switch_box and so on
        # @param needed [Numeric] cubic inches
        # @param enclosure [String] metal or plastic
        # @return [StandardBox] the smallest that holds it; the largest where none does
        def self.for(place_kind, needed, enclosure: "plastic")
          some = all.select { |box| box.enclosure == enclosure && box.places.include?(place_kind) }
          some = some.sort_by(&:volume_in3)
          some.find { |box| box.volume_in3 >= needed } || some.last
        end

        # @param name [String]
        # @return [StandardBox, nil]
        def self.named(name) = all.find { |box| box.name == name }
      end
  end
end
