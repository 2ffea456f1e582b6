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
      #   (black where there is a black) and neutral is white; only a panel is held to be capable of the reverse
      # @return [Array<Way>] ways by falling weight; weights sum to one
      def self.ways(functions, colors, polarized: nil)
        known(:ways)[[functions, colors, polarized]] ||= new(functions, colors, polarized).ways.freeze
      end

      # Orders up to which all are listed
      MOST = 1000
      # Partial orders that are followed where there are more
      FOLLOWED = 50

      # @param count [Integer]
      # @return [Array<Way>] some of the likeliest ways by falling weight; the weights of all that there are sum to one
      def self.likeliest(functions, colors, count, polarized: nil)
        spares = colors.size - functions.size
        orders = ((spares + 1)..colors.size).reduce(1, :*)
        return ways(functions, colors, polarized:).first(count) if orders <= MOST

        known(:likeliest)[[functions, colors, count]] ||= new(functions, colors, polarized).likeliest(count).freeze
      end

      # Cache of orders and weights for the priors in use
      def self.known(what) = ((@known ||= {}.compare_by_identity)[Trade.priors] ||= { ways: {}, likeliest: {} })[what]
      private_class_method :known

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

      # Functions find their conductors one after the other, and the best beginnings are followed.
      def likeliest(count)
        begun = [Way.new(Array.new(@colors.size), 1.0)]
        @functions.each do |function|
          begun = begun.flat_map { |way| one_more(way, function) }.max_by(FOLLOWED, &:weight)
        end
        total = total(@functions, @colors.tally)
        begun.first(count).each { |way| way.weight /= total }
      end

      private

      def one_more(way, function)
        free = @colors.each_index.select { |slot| way.functions[slot].nil? }
        free.map do |slot|
          functions = way.functions.dup.tap { |order| order[slot] = function }
          Way.new(functions, way.weight * gain(function, @colors[slot]))
        end
      end

      # How much likelier a conductor of a color carries a function than nothing
      def gain(function, color) = habit(function, color) / habit(nil, color)

      # Sum over all orders, conductors of one color being alike
      def total(functions, left)
        return 1.0 if functions.empty?

        (@totals ||= {})[[functions, left]] ||= left.sum do |color, count|
          next 0.0 if count.zero?

          count * gain(functions.first, color) * total(functions.drop(1), left.merge(color => count - 1))
        end
      end

      def orders
        all = placed
        return all unless @polarized && told_apart?

        all.select { |order| plain?(order) || (@polarized == :feed && reversed?(order)) }
      end

      # Every distinct order of the functions over the conductors. Spares are alike, so only the functions are permuted.
      def placed
        spare = Array.new(@colors.size)
        @colors
          .each_index
          .to_a
          .permutation(@functions.size)
          .map { |slots| slots.zip(@functions).each_with_object(spare.dup) { |(slot, one), order| order[slot] = one } }
          .uniq
      end

      def told_apart? =
        @colors.one? { |color| Trade::Color.neutral?(color) } && roles(@functions).sort == %w[line neutral]

      # At a panel or outlet, line is a dark conductor and neutral the white one.
      def plain?(order) = roles(order).index("neutral") == white && roles(order).index("line") != white

      def usual?(order) = plain?(order) && roles(order).index("line") == dark

      def reversed?(order) = roles(order).index("line") == white && roles(order).index("neutral") == dark

      def roles(functions) = functions.map { |function| function && Layout.role(function) }

      def white = @colors.index { |color| Trade::Color.neutral?(color) }

      def dark = @colors.index("black") || @colors.index { |color| !Trade::Color.neutral?(color) }

      def weight(order)
        return polarity(order) if @polarized && told_apart?

        @colors.zip(order).reduce(1.0) { |value, (color, function)| value * habit(function, color) }
      end

      # A conductor to spare beside the line leaves it to habit which of the dark ones is hot.
      def polarity(order)
        return 1.0 if usual?(order)

        Trade.priors.dig("layout", plain?(order) ? "line_on_another_dark" : "panel_polarity_reversed")
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
