# frozen_string_literal: true

module Dielectra
  module Session
    # What is live in an open box with the power on: volts between two points, or a detector held to one.
    class LiveReadings < Readings
      # Minutes by which a detector is held dearer: it can lie, and is worth it only where there is nothing to measure
      # against.
      DETECTOR = 0.2

      def to_a
        return [] if @situation.bare.any? || (@situation.power != "on" && @permits.energize.nil?)

        @situation.opened_boxes.flat_map do |place|
          there = @work_state.switched_on(@costs, @job).moved(place, @costs, @job).spend(@costs["probe"])
          ways(place).flat_map do |toggles, set, more|
            volts(place, there.spend(more), toggles, set) + detected(place, there.spend(more), toggles, set)
          end
        end
      end

      private

      # The toggles as they are; where all has been watched and only a last doubt is left, a local one thrown as well.
      def ways(place) = @now.proof.complete? ? @now.turned(place) : [[@now.toggles, nil, 0.0]]

      def volts(place, there, toggles, set)
        tool = %w[low_z voltage].find { |name| @situation.tool?(name) } or return []
        table = untaken(tool, @now.probing_points(place).combination(2), toggles)
        best(:volts, table, shown(toggles, table), there) { |pair| probe(place, set, tool, pair) }
      end

      def detected(place, there, toggles, set)
        return [] unless @situation.tool?("ncv")

        table = untaken("ncv", @now.probing_points(place).grep(PointId::CONDUCTOR).zip, toggles)
        best(:detect, table, shown(toggles, table), there.spend(DETECTOR), most: 1) do |point|
          probe(place, set, "ncv", point)
        end
      end

      def untaken(tool, questions, toggles) =
        questions.reject { |points| @now.asked?(tool.to_sym, points, toggles) || @now.declined?(tool, points) }

      def shown(toggles, table) =
        VoltageSignatures.new(@now.hypotheses, @now.prediction, @now.arrangement, toggles, table)

      def probe(place, set, tool, points) =
        @approach.live(place) { |live| with_toggles(set) { live.step(:probe, tool:, at: points) } }
    end
  end
end
