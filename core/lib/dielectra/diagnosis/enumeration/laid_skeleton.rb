# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # The wiring of a house whose change is planned: the runs that a skeleton of the house as it stands has found, those
    # that are new, and what they are to carry.
    class LaidSkeleton < Skeleton
      # @param layout [Design::PlannedLayout] its edges are those of the runs
      # @param runs [Array<Design::Run>]
      # @param job [Evidence::Job] the house as it shall be
      def initialize(layout, runs, job, world) # rubocop:disable Lint/MissingSuper
        @layout = layout
        @runs = runs
        @job = job
        @world = world
        @index = world.index
        @weight = 1.0
        @verdicts = {}
        @links =
          runs
            .flat_map { |run| run.strands.map(&:points) + [run.grounding].compact }
            .map { |points| points.map { |point| @index[point] } }
        @outer = outer_links
      end

      # @return [Array<Skeleton>] none: what the runs are is settled
      def exchanged(_world) = []

      def roles
        @roles ||= runs.each_with_object({}) { |run, sums| add_roles(sums, run, 1.0) }
      end
    end
  end
end
