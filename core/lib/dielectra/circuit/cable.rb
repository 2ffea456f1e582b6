# frozen_string_literal: true

module Dielectra
  class Circuit
    # A run between two places: a sheathed cable, a raceway with its conductors, or a single open conductor.
    class Cable
      # Assumed length in feet of a run that was not measured
      USUAL_FT = 50

      # Methods whose metal joins the metal boxes at both ends.
      METAL = %w[ac mc emt].freeze

      attr_reader :ends, :type, :method, :length_ft, :conductors, :sheath

      def self.read(row)
        new(
          ends: row["ends"],
          type: row["type"],
          method: row["method"],
          length_ft: row["length_ft"],
          sheath: row["sheath"],
          conductors: row["conductors"].map { |conductor| Conductor.read(conductor) }
        )
      end

      def initialize(ends:, type:, conductors:, method: nil, length_ft: nil, sheath: nil)
        @ends = Ractor.make_shareable(ends)
        @type = type
        @method = method
        @length_ft = length_ft
        @sheath = sheath
        @conductors = conductors.freeze
      end

      # @return [Array(CableEnd, CableEnd)]
      def cable_ends =
        [0, 1].map { |side| CableEnd.new(ends[side], type, conductors.map { |wire| wire.seen_at(side) }) }

      # @return [Array(String, String)] the two points of one conductor, first end first
      def points(conductor) = ends.each_index.map { |side| "#{ends[side]}.#{conductor.ids[side]}" }

      # Ohms of a conductor from end to end.
      def ohms = Trade::CableType.ohms_per_foot(type) * (length_ft || USUAL_FT)

      # Whether armor or conduit carries current from one metal box to the other.
      def bonding? = METAL.include?(method) && sheath != "broken"

      # A copy with other conductors.
      def with_conductors(conductors) = Cable.new(ends:, type:, method:, length_ft:, sheath:, conductors:)

      def conductor(first_end_id) = conductors.find { |conductor| conductor.ids.first == first_end_id }

      def to_h
        {
          "ends" => ends,
          "type" => type,
          "method" => method,
          "length_ft" => length_ft,
          "sheath" => sheath,
          "conductors" => conductors.map(&:to_h)
        }.compact
      end
    end
  end
end
