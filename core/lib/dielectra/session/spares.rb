# frozen_string_literal: true

module Dielectra
  module Session
    # Whether an unused conductor is known to be one: it was read dead with the power on, and open with it off.
    class Spares
      # Share of the supply below which volts count as none
      DEAD = 0.1

      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
      end

      # @param point [String]
      def proved?(point)
        answers = readings(point)
        answers.any? { |answer| dead?(answer) } && answers.any? { |answer| open?(answer) }
      end

      private

      def readings(point) = @session.log.readings.select { |entry| entry["at"].include?(point) }.map(&:answer)

      def dead?(answer) =
        answer["reads"] == "dark" || (answer["volts"] && answer["volts"].abs < DEAD * @session.job.supply_volts)

      def open?(answer) = answer["reads"] == "silent" || (answer.key?("ohms") && answer["ohms"].nil?)
    end
  end
end
