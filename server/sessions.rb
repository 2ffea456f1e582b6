# frozen_string_literal: true

module Server
  # Troubleshooting sessions of the jobs worked on lately, kept in memory; what is not there is folded anew from the
  # journal. One job's session is used by one request at a time.
  module Sessions
    MOST = 12
    @kept = {}
    @lock = Mutex.new

    # A session that has taken every step of the job.
    # @param job [Job]
    # @return [Dielectra::Session::Troubleshooting]
    def self.of(job)
      steps = job.steps
      @lock.synchronize do
        kept, session = @kept.delete(job.id)
        session = nil unless kept && steps.first(kept.size) == kept
        session ||=
          Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(job.document.merge("steps" => [])))
        steps.drop(session.steps.size).each { |step| session.record(step) }
        session.next
        @kept.shift while @kept.size >= MOST
        @kept[job.id] = [steps, session]
        session
      end
    end

    # Takes a step without writing it down, to see whether it fits.
    # @raise [Dielectra::InvalidInput]
    def self.check!(job, step) = Dielectra::Steps.check!(step, of(job).situation)

    def self.forget = @lock.synchronize { @kept.clear }
  end
end
