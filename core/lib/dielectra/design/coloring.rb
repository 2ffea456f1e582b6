# frozen_string_literal: true

module Dielectra
  module Design
    # Which conductor of a run carries which function: every way, weighted by color habits. No way has zero weight,
    # because colors are habits and not facts.
    class Coloring
      # One way: functions in the order of the run's conductors (nil is spare), and its weight.
      Way = Struct.new(:functions, :weight)

      # @param functions [Array<String>] what the run carries
      # @param colors [Array<String>] its insulated conductors
      # @param polarized [Symbol, nil] :feed or :onward where the far end is a panel or an outlet, where line is dark
      #   and neutral is white; only a panel is held to be capable of the reverse
      # @return [Array<Way>] ways by falling weight; weights sum to one
      def self.ways(functions, colors, polarized: nil)
        (@ways ||= {})[[functions, colors, polarized]] ||= new(functions, colors, polarized).ways.freeze
      end

      def initialize(functions, colors, polarized)
        @functions = functions
        @colors = colors
        @polarized = polarized
        @table = Trade.priors.fetch("color")
      end

      def ways
        found = orders.map { |order| Way.new(order, weight(order)) }
        total = found.sum(&:weight)
        found.each { |way| way.weight /= total }.sort_by { |way| -way.weight }
      end

      private

      def orders
        all = (@functions + ([nil] * (@colors.size - @functions.size))).permutation.to_a.uniq
        return all unless @polarized && told_apart?

        all.select { |order| plain?(order) || (@polarized == :feed && reversed?(order)) }
      end

      def told_apart? =
        @colors.one? { |color| Trade::Color.neutral?(color) } && roles(@functions).sort == %w[line neutral]

      # At a panel or outlet, line is the first dark conductor and neutral the white one, or the exact reverse.
      def plain?(order) = roles(order).index("neutral") == white && roles(order).index("line") == dark

      def reversed?(order) = roles(order).index("line") == white && roles(order).index("neutral") == dark

      def roles(functions) = functions.map { |function| function && Layout.role(function) }

      def white = @colors.index { |color| Trade::Color.neutral?(color) }

      def dark = @colors.index("black") || @colors.index { |color| !Trade::Color.neutral?(color) }

      def weight(order)
        if @polarized && told_apart?
          return reversed?(order) ? Trade.priors.dig("layout", "panel_polarity_reversed") : 1.0
        end

        @colors.zip(order).reduce(1.0) { |value, (color, function)| value * habit(function, color) }
      end

      def habit(function, color)
        white = Trade::Color.neutral?(color)
        case function && Layout.role(function)
        when "neutral"
          share(on_travelers? ? "neutral_on_white_among_travelers" : "neutral_on_white", white)
        when "line"
          line_habit(white)
        when "load"
          share("load_on_black", color == "black")
        when "traveler"
          white ? 0.4 : 0.5
        else
          color == "red" ? 0.6 : 0.3
        end
      end

      # Whether line and neutral both go to a switch, as in an obsolete scheme without color habits
      def on_travelers? = @functions.any? { |function| function.start_with?("leg") }

      # Without a neutral in the cable the white usually brings the line down.
      def line_habit(white)
        return share("line_on_black", !white) if roles(@functions).include?("neutral") && !on_travelers?

        share("loop_line_on_white", white)
      end

      def share(key, fits) = fits ? @table.fetch(key) : [1 - @table.fetch(key), @table.fetch("floor")].max
    end
  end
end
