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
        told = translated(step)
        Steps.check!(told, situation)
        trials = trial?(told) ? tried + [@taken.size] : tried
        adapted = taken_over(@taken + [step], trials, situation.after(told, steps.size + 1))
        __getobj__.record(told) unless adapted
        @taken += [step]
        adapt
        self
      end

      # The same in the names that are used now
      # @param step [Hash]
      def translated(step) = @roster ? @roster.translate(step) : step

      private

      # Repeats `taken_over` until the job in hand has everything that was found, then lists the hypotheses.
      def adapt
        ROUNDS.times { break unless taken_over(@taken, tried, situation) }
        settle
      end

      # Replaces the session with one of a job that includes what was found at the house. If that job is out of scope,
      # the session stays, and Scope.beyond reports what is not covered.
      # @param taken [Array<Hash>]
      # @param trials [Array<Integer>] indexes of those that were the test required before power comes on
      # @return [Boolean] whether the session was replaced
      def taken_over(taken, trials, situation)
        roster = Evidence::Roster.of(@listed, situation)
        return false unless roster.differs?(job_in_hand)

        session = OnSite.plain(Evidence::Job.new(roster.document), @costs)
        session.catch_up(taken.map { |step| roster.translate(step) }, trials)
        @roster = roster
        __setobj__(session)
        true
      rescue InvalidInput
        false
      end

      def job_in_hand = __getobj__.respond_to?(:asked) ? __getobj__.asked : __getobj__.job
    end
  end
end
