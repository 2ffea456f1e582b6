# frozen_string_literal: true

module Dielectra
  module Repair
    # The runs of which one alone would make a change possible that the runs there are, and those that may be pulled, do
    # not carry
    class RunsNeeded
      # Runs named
      MOST = 2
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
        found.first(MOST).map { |conductors, run| { "run" => run, "type" => "#{NewWork.gauge(@job)}/#{conductors}" } }
      end

      private

      # @return [Array<Array(Integer, Array<String>)>] conductors and ends of each run that would do
      def by_conductors(beside)
        pairs = @after.boxes.map(&:id).combination(2)
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
