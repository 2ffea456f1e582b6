# frozen_string_literal: true

require "concurrent/map"
require "lru_redux"
require "monitor"

module Server
  # Troubleshooting sessions of the jobs worked on lately, kept in memory. What is not there is folded anew from the
  # journal. A job is locked from reading to answering, so that its session is used by one request at a time; other jobs
  # are not held up.
  module Sessions
    # Sessions that are kept.
    MOST = 12
    # A session and the steps it has taken.
    Open = Struct.new(:steps, :session)

    @open = LruRedux::ThreadSafeCache.new(MOST)
    @locks = Concurrent::Map.new

    # Holds a job for as long as the block runs. May be nested.
    # @param id [Integer]
    def self.locked(id, &) = @locks.compute_if_absent(id) { Monitor.new }.synchronize(&)

    # @param job [Job]
    # @return [Dielectra::Session::Troubleshooting] that has taken every step of the job
    def self.of(job)
      locked(job.id) do
        steps = job.steps
        kept = @open[job.id]
        session = kept.session if kept && steps.first(kept.steps.size) == kept.steps
        @open.delete(job.id)
        session ||= fresh(job)
        steps.drop(session.steps.size).each { |step| session.record(step) }
        session.next
        @open[job.id] = Open.new(steps, session)
        session
      end
    end

    # Refuses a step that does not fit, without writing it down.
    # @raise [Dielectra::InvalidInput]
    def self.check!(job, step) = Dielectra::Steps.check!(step, of(job).situation)

    def self.forget = @open.clear

    def self.fresh(job) =
      Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(job.document.merge("steps" => [])))
    private_class_method :fresh
  end
end
