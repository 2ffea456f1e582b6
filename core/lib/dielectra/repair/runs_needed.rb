# frozen_string_literal: true

module Dielectra
  module Repair
    # The runs of which one alone would make a change possible that the runs there are, and those that may be pulled, do
    # not carry; and where none does, the fewest that do it together
    class RunsNeeded
      # Runs named
      MOST = 2
      # New runs of a design that are thought of together, and designs that are compared
      MOST_TOGETHER = 3
      COMPARED = 60
      # Insulated conductors of a cable, at least
      CABLE = 2

      # @param skeleton [Diagnosis::Skeleton] of the house as it stands
      # @param job [Evidence::Job] with the change asked for
      # @param allowed [Array<Evidence::NewRun>] the runs that may still be pulled
      # @param pulled [Array<Evidence::PulledRun>]
      def initialize(skeleton, job, allowed, pulled)
        @skeleton = skeleton
        @job = job
        @after = job.after
        @allowed = allowed
        @pulled = pulled
      end

      # @return [Array<Hash>] `run` and `type`, those with the fewest conductors first. A run beside one that is allowed
      #   is named where none does it by itself.
      def to_a
        found = by_conductors([])
        found = by_conductors(@allowed) if found.empty? && @allowed.any?
        found.first(MOST).map { |conductors, run| row(run, conductors) }
      end

      # @return [Array<Hash>] `run` and `type` of two or three runs beside those that are allowed; empty where they
      #   would not do either
      def together
        beside = pairs.map { |ends| Evidence::NewRun.new(ends, 0, false) }
        designs =
          ChangeDesigns
            .new(@skeleton, @after, @allowed + beside, @pulled, most: MOST_TOGETHER)
            .first(COMPARED)
            .map { |design| design.new_runs.reject { |edge, _| allowed?(edge) } }
        fewest = designs.map(&:size).min
        best = designs.select { |runs| runs.size == fewest }.min_by { |runs| runs.each_value.sum(&:conductors) }
        (best || {}).map { |edge, work| row(edge, work.conductors.clamp(CABLE..)) }
      end

      private

      def row(run, conductors) = { "run" => run, "type" => "#{NewWork.gauge(@job)}/#{conductors}" }

      def allowed?(edge) = @allowed.any? { |run| run.between?(edge) }

      def pairs = @after.boxes.map(&:id).combination(2)

      # @return [Array<Array(Integer, Array<String>)>] conductors and ends of each run that would do
      def by_conductors(beside)
        pairs
          .filter_map { |ends| (count = conductors(ends, beside)) && [count, ends] }
          .sort_by
          .with_index { |row, at| [row.first, at] }
      end

      # @return [Integer, nil] the fewest that a run between two places would need; nil where it does not help
      def conductors(ends, beside)
        run = Evidence::NewRun.new(ends, 0, false)
        ChangeDesigns
          .new(@skeleton, @after, beside + [run], @pulled)
          .filter_map { |design| design.new_runs.find { |edge, _| edge == ends }&.last&.conductors }
          .min
          &.clamp(CABLE..)
      end
    end
  end
end
