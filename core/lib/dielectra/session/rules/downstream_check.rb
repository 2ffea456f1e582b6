# frozen_string_literal: true

module Dielectra
  module Session
    # Once the light obeys: outlets downstream of an open box are found live, by volts between the line and the neutral
    # that leave there. Nothing that lived before may be dead.
    class DownstreamCheck < Rule
      # @return [Step, nil] the next reading; nil where all were taken or none can be
      def step
        place, pair = wanted.min_by { |name, _| name == @situation.at ? 0 : 1 }
        place && read_live(place, tool, pair)
      end

      private

      def tool = %w[low_z voltage].find { |name| @session.situation.tool?(name) }

      # Line and neutral of each cable that most likely leads downstream, not read since the last change
      def wanted
        return [] unless tool && @situation.arrangement.joints.any?

        leaving.reject { |_, pair| read?(pair) || declined?(tool, pair) }
      end

      def leaving
        runs = @belief.hypotheses.first.skeleton.runs.select { |run| run.outer? && !run.feed? }
        runs.filter_map do |run|
          place = run.places.find { |name| !Design::Layout.onward?(name) }
          pair = %w[line neutral].map { |function| run.point(place, function) }
          [place, pair] if @situation.open?(place) && pair.all?
        end
      end

      def read?(pair) =
        @belief.observations.any? do |seen|
          %i[low_z voltage].include?(seen.what) && seen.arrangement == @arrangement && seen.at.sort == pair.sort
        end
    end
  end
end
