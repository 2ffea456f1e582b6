# frozen_string_literal: true

module Dielectra
  module Session
    # A run that leaves an open box for outlets nobody has opened, where nothing within reach tells which of its
    # conductors is line and which is neutral.
    class UnknownOnward
      # @param session [Troubleshooting]
      def initialize(session)
        @session = session
        @belief = session.belief
      end

      # @return [Design::Run, nil] the first such run
      def run = runs.find { |run| agreement(run) < Halt::SURE }

      # @return [String] without a full stop
      def why
        end_here = cable_end(run)
        "which conductors of cable #{end_here.split("/").last} in the " \
          "#{Presentation::Naming.place(PointId.head(end_here))} box are line and neutral cannot be told from here. " \
          "It goes on to an outlet that is not in this job. Find what is dead elsewhere, and add it to the job"
      end

      private

      def runs = @belief.hypotheses.first.skeleton.runs.select { |run| run.outer? && !run.feed? && place(run) }

      def place(run) = run.places.find { |name| @session.situation.open?(name) }

      def cable_end(run) = run.ends[run.side(place(run))]

      # Share of the belief in which this run carries the same on each conductor
      def agreement(run)
        here = run.functions_at(place(run))
        @belief.probability { |hypothesis| hypothesis.skeleton.runs.any? { |other| same?(other, run, here) } }
      end

      def same?(other, run, here) =
        other.ends.include?(cable_end(run)) && other.at?(place(run)) && other.functions_at(place(run)) == here
    end
  end
end
