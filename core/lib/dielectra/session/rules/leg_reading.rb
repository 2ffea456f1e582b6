# frozen_string_literal: true

module Dielectra
  module Session
    # Where hots of two breakers run in one cable, and so may share its neutral: volts from the second hot to the
    # neutral, and from hot to hot, with both on. Nothing between two live hots means one leg, and a neutral that
    # carries the sum of both.
    class LegReading < Rule
      TOOLS = %w[voltage low_z].freeze
      HOT = %w[line onward].freeze
      # Insulated conductors of a cable from which it may carry two circuits
      SHARED = 3

      # @return [Step, nil]
      def step
        return unless @situation.concerned.size > 1 && best

        tool = TOOLS.find { |name| @situation.tool?(name) } or return
        near_first(@situation.opened_boxes).each do |place|
          pairs(place).each do |pair|
            next if read?(pair) || declined?(tool, pair)

            return read_live(place, tool, pair)
          end
        end
        nil
      end

      # Two hots of one cable that is not known to be one circuit's, and its neutral
      # @return [Array(String, String, String), nil]
      def hots(place)
        roles = Diagnosis::Roles.new(@belief.world, best, @situation).of(@situation.conductors(place))
        @situation.own_cable_ends(place).filter_map { |one| of_cable(one, roles, place) }.first
      end

      private

      def pairs(place)
        hot, other, neutral = hots(place)
        hot ? [[other, neutral], [hot, other]] : []
      end

      def of_cable(cable_end, roles, place)
        points = cable_end.insulated.map { |wire| cable_end.point(wire) }
        return if points.size < SHARED || cable_end.type == "raceway"

        neutral = points.find { |point| roles[point] == "neutral" }
        hot, *rest = points.select { |point| HOT.include?(roles[point]) }
        other = rest.first || points.find { |point| roles[point] == "spare" && joined?(place, point) }
        [hot, other, neutral] if hot && other && neutral && apart?(place, hot, other)
      end

      def joined?(place, point) = @situation.joints(place).any? { |joint| joint.size > 1 && joint.include?(point) }

      def apart?(place, one, other) =
        @situation.joints(place).none? { |joint| joint.include?(one) && joint.include?(other) }

      def read?(pair) = @session.log.readings_between(pair).any? { |entry| entry.answer["volts"] }
    end
  end
end
