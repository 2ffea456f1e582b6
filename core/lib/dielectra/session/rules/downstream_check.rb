# frozen_string_literal: true

module Dielectra
  module Session
    # Once the light obeys: what is fed onward from an open box is found alive, by volts between the line and the neutral that leave
    # there. "Fixed" means that nothing that lived before is dead.
    class DownstreamCheck < Rule
      # @return [Step, nil] the next reading, nil where all were taken or nobody can
      def step
        place, pair = wanted.min_by { |name, _| name == @situation.at ? 0 : 1 }
        place && read_live(place, tool, pair)
      end

      private

      def tool = %w[low_z voltage].find { |name| @session.situation.tool?(name) }

      # Line and neutral of each cable that most likely leaves for elsewhere, nobody having read them since anything was changed.
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
