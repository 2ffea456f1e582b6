# frozen_string_literal: true

module Dielectra
  module Session
    # What readings have in common that are taken for the record and not for the repair: how the toggles may stand for them, and
    # what was taken already.
    class RecordReading
      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @situation = session.situation
        @belief = session.belief
        @arrangement = @belief.world.same(@situation.arrangement)
      end

      private

      # @return [Diagnosis::Toggles] as they stand
      def toggles = @toggles ||= Diagnosis::Toggles.now(@belief.world, @situation)

      # @return [Diagnosis::Toggles, nil] the same with the one of a place thrown; nil where none is there
      def thrown(place)
        local = @session.job.goal.controls.find { |control| control.place == place }
        local && Diagnosis::Toggles.now(@belief.world, @situation, local.id => !toggles.positions[local.id])
      end

      # Whether a reading was taken with everything as it is, or cannot be.
      # @param toggles [Diagnosis::Toggles]
      # @param most [Integer] times that it may be taken
      def taken?(tool, points, toggles, most = 1)
        @belief.observations.count do |seen|
          seen.what.to_s == tool && seen.at.sort == points.sort && seen.arrangement == @arrangement &&
            seen.toggles == toggles
        end >= most || @situation.declined?({ "do" => "probe", "tool" => tool, "at" => points })
      end
    end
  end
end
