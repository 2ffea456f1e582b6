# frozen_string_literal: true

require "delegate"

module Dielectra
  module Session
    # A session of a job as the house turns out to be. It answers whatever a troubleshooting session does. Where a step
    # shows what the job did not list (Evidence::Roster), everything so far is taken over into a session of the job with
    # that in it.
    class OnSite < SimpleDelegator
      # Times that one step may change what is known to be there
      ROUNDS = 4

      # @param listed [Evidence::Job] its steps are taken over as evidence
      # @raise [InvalidInput] for a job that is out of scope
      def initialize(listed, costs: Evidence::Costs.new)
        @listed = listed
        @costs = costs
        @taken = []
        @roster = nil
        super(OnSite.plain(listed.with_steps([]), costs))
        listed.steps.each { |step| record(step) }
      end

      # @return [Evidence::Job] the job as it was listed
      attr_reader :listed

      def self.plain(job, costs) = job.change? ? Change.new(job, costs:) : Troubleshooting.new(job, costs:)

      # @see Troubleshooting#record
      # @raise [InvalidInput] for a step that does not fit; nothing is recorded then
      def record(step)
        step = Evidence::OwnNames.of(step, situation)
        __getobj__.record(translated(step))
        @taken += [step]
        adapt
        self
      end

      # The same in the names that are used now
      # @param step [Hash]
      def translated(step) = @roster ? @roster.translate(step) : step

      private

      # Takes over what has turned out, until nothing more does. What cannot be covered is left as it is, and said
      # (Scope.beyond).
      def adapt
        ROUNDS.times do
          roster = Evidence::Roster.of(@listed, situation)
          return unless roster.differs?(job_in_hand)

          session = OnSite.plain(Evidence::Job.new(roster.document), @costs)
          session.catch_up(@taken.map { |step| roster.translate(step) })
          @roster = roster
          __setobj__(session)
        end
      rescue InvalidInput
        nil
      end

      def job_in_hand = __getobj__.respond_to?(:asked) ? __getobj__.asked : __getobj__.job
    end
  end
end
