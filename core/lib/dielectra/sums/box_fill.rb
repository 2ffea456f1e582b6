# frozen_string_literal: true

module Dielectra
  module Sums
    # The volume that a box needs for what is in it, in cubic inches. Source: the allowances of article 314.16(B),
    # editions 2008 to 2023; the fourth of a part for each ground over four since 2020.
    class BoxFill
      # Cubic inches of one allowance, by gauge
      ALLOWANCE = { "14" => 2.0, "12" => 2.25, "10" => 2.5, "8" => 3.0 }.freeze
      # Grounds that count as one allowance
      GROUNDS = 4

      # @param conductors [Hash{String => Integer}] gauge => insulated conductors that enter or are spliced
      # @param yokes [Hash{String => Integer}] gauge of the largest conductor on it => devices
      # @param grounds [Integer]
      # @param clamps [Boolean] whether cable clamps are inside
      # @param edition [Integer]
      def initialize(conductors:, yokes: {}, grounds: 0, clamps: false, edition: 2023)
        @conductors = conductors
        @yokes = yokes
        @grounds = grounds
        @clamps = clamps
        @edition = edition
      end

      # @return [Float] cubic inches
      def needed = (wires + devices + grounding + (@clamps ? largest : 0.0)).round(2)

      # @param volume [Numeric] of the box
      # @return [Boolean]
      def fits?(volume) = needed <= volume

      private

      def wires = @conductors.sum { |gauge, count| count * ALLOWANCE.fetch(gauge) }

      def devices = @yokes.sum { |gauge, count| 2 * count * ALLOWANCE.fetch(gauge) }

      def grounding
        return 0.0 if @grounds.zero?

        more = @edition >= 2020 ? [@grounds - GROUNDS, 0].max / 4.0 : 0.0
        (1 + more) * largest
      end

      def largest = (@conductors.keys + @yokes.keys).map { |gauge| ALLOWANCE.fetch(gauge) }.max || 0.0
    end
  end
end
