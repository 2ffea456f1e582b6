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
    # @raise [Problem] where the journal does not fold
    def self.of(job)
      at(job, job.steps)
    rescue Dielectra::InvalidInput, KeyError, NoMethodError, TypeError => e
      warn "job #{job.id} does not fold: #{e.class}: #{e.message}"
      raise Problem.new(
              422,
              "This job cannot be worked out any more: #{e.message.lines.first.strip} Nothing in it is lost; " \
                "download its file.",
              "",
              file: "/api/jobs/#{job.id}/file"
            )
    end

    # @param steps [Array<Hash>] that the job has, or would have
    # @return [Dielectra::Session::Troubleshooting] that has taken them
    # @raise [Dielectra::InvalidInput] where one does not fit
    def self.at(job, steps)
      locked(job.id) do
        kept = @open[job.id]
        session = kept.session if kept && steps.first(kept.steps.size) == kept.steps
        @open.delete(job.id)
        session ||= folded(job.document.merge("steps" => []), [])
        steps.drop(session.steps.size).each { |step| session.record(step) }
        session.next
        keep(job.id, steps, session)
      end
    end

    # @param document [Hash] a job document without steps
    # @return [Dielectra::Session::Troubleshooting] that has taken the steps
    def self.folded(document, steps)
      Dielectra::Session::Troubleshooting
        .new(Dielectra::Evidence::Job.read(document))
        .tap { |session| steps.each { |step| session.record(step) } }
        .tap(&:next)
    end

    # @return [Dielectra::Session::Troubleshooting] the session that is kept
    def self.keep(id, steps, session)
      @open[id] = Open.new(steps, session)
      session
    end

    # @param id [Integer, nil] of one job; of all where nil
    def self.forget(id = nil) = id ? @open.delete(id) : @open.clear
  end
end
