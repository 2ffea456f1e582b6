# frozen_string_literal: true

module Dielectra
  module Session
    # Continuity or ohms between any two points of an open box, as the toggles stand and with a local one thrown.
    class DeadReadings < Readings
      def to_a
        return [] if tools.empty?

        @now.workable.flat_map do |place|
          @now
            .turned(place)
            .flat_map { |toggles, set, more| pairs(place, toggles, set, hands_in(place).spend(more + @costs["probe"])) }
        end
      end

      private

      def tools = @tools ||= %w[continuity resistance].select { |tool| @situation.tool?(tool) }

      def pairs(place, toggles, set, there)
        table =
          @now.probing_points(place).combination(2).reject { |pair| tools.all? { |tool| taken?(tool, pair, toggles) } }
        heard = ContinuitySignatures.new(@now.hypotheses, @now.prediction, @now.arrangement, toggles, table, tools:)
        table = table.reject { |pair| taken?(heard.tool_for(pair), pair, toggles) }
        best(:continuity, table, heard, there) do |pair|
          @approach.hands(place) do |hands|
            with_toggles(set) { hands.step(:probe, tool: heard.tool_for(pair), at: pair) }
          end
        end
      end

      def taken?(tool, pair, toggles) = @now.asked?(tool.to_sym, pair, toggles) || @now.declined?(tool, pair)
    end
  end
end
