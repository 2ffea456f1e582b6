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
      # @param yokes [Hash{String => Integer}] gauge of the largest conductor on it => straps; a device that takes two
      #   gangs counts as two
      # @param grounds [Integer]
      # @param clamps [Boolean] whether cable clamps are inside
      # @param edition [Integer]
      def initialize(conductors:, yokes: {}, grounds: 0, clamps: false, edition: 2023)
        @conductors = conductors.reject { |_, count| count.zero? }
        @yokes = yokes.reject { |_, count| count.zero? }
        @grounds = grounds
        @clamps = clamps
        @edition = edition
      end

      # @return [Float] cubic inches
      def needed = parts.sum(&:last).round(2)

      # @param volume [Numeric] of the box
      # @return [Boolean]
      def fits?(volume) = needed <= volume

      # @return [String] the sum with its parts, as one would write it down
      def working = "#{parts.map { |words, volume| "#{words} #{volume.round(2)}" }.join(" + ")} = #{needed} in³"

      # @return [Array<Array(String, Float)>] what counts, and its cubic inches
      def parts = [*wires, *devices, *grounding, *clamping].reject { |_, volume| volume.zero? }

      private

      def wires
        @conductors.map { |gauge, count| ["#{count} × #{gauge} AWG", count * ALLOWANCE.fetch(gauge)] }
      end

      def devices
        @yokes.map do |gauge, count|
          ["#{count} #{count == 1 ? "device" : "devices"}", 2 * count * ALLOWANCE.fetch(gauge)]
        end
      end

      def grounding
        return [] if @grounds.zero?

        more = @edition >= 2020 ? [@grounds - GROUNDS, 0].max / 4.0 : 0.0
        [["grounds", (1 + more) * largest]]
      end

      def clamping = @clamps ? [["clamps", largest]] : []

      def largest = (@conductors.keys + @yokes.keys).map { |gauge| ALLOWANCE.fetch(gauge) }.max || 0.0
    end
  end
end
