# frozen_string_literal: true

require "digest"

module Server
  # One write to a job: exactly once, in order, and never half. It carries a key and the version it was made against. A
  # write with a key that is known is answered as it was the first time. A write against an older version is refused and
  # told what happened since. What does not fold is never stored.
  #
  #   Change.new(4, key:, version: 17, said:).make { |job| [{kind: "taken", number: job.next_number, step:}] }
  #   # => [201, "{…}"]
  class Change
    # @param id [Integer] of the job
    # @param key [String] chosen by the client
    # @param version [Integer] of the job as the client saw it
    # @param said [String] what identifies the request beside its key
    # @param status [Integer] of the answer
    # @param person [String, nil] who makes it; nil at the server's own computer
    def initialize(id, key:, version:, said:, status: 200, person: nil)
      @id = id
      @key = key
      @version = version
      @said = Digest::SHA256.hexdigest(said)
      @status = status
      @person = person
    end

    # @yieldparam job [Job]
    # @yieldreturn [Array<Hash>] entries; see Job#planned
    # @return [Array(Integer, String)] status and JSON
    # @raise [Problem] for a stale version, or a key used for something else
    # @raise [Dielectra::InvalidInput] for what does not fold
    def make(&)
      Folding.locked(@id) do
        job = Job.find(@id)
        repeated || made(job, &)
      end
    end

    # @return [Array(Integer, String), nil] the answer to the same write sent before
    def repeated
      receipt = Receipt.find_by(key: @key) or return
      return receipt.status, receipt.text if receipt.said == @said

      raise Problem.new(422, "This key was used for another change.", "/Idempotency-Key")
    end

    # Writes down what was folded, with its answer.
    # @param shown [Hash] the job as the API answers
    def keep!(job, entries, shown)
      text = JSON.generate(shown)
      Job.transaction do
        entries.each(&:save!)
        job.update!(row: JSON.generate(shown["call"]))
        Receipt.keep!(job, key: @key, said: @said, status: @status, text:, version: shown["version"])
      end
      Events.publish(job: job.id, version: shown["version"])
      [@status, text]
    end

    private

    def made(job)
      check_version(job)
      new = job.planned(yield(job)).each { |entry| entry.person = @person }
      entries = job.entries.to_a + new
      was = job.steps if new.any?(&:amended?)
      keep!(job, new, Folding.view(job, entries:, was:))
    end

    def check_version(job)
      raise Problem.new(422, "This job is closed. Reopen it to go on.") if job.closed_on
      raise Problem.new(422, "This call was deleted. Bring it back to go on.") if job.deleted_at
      return if job.version == @version

      since = job.entries.select { |entry| entry.position > @version }
      raise Problem.new(
              409,
              "This job has changed since you looked. Look again before you answer.",
              "/If-Match",
              version: job.version,
              since: since.map { |entry| { kind: entry.kind, number: entry.number } }
            )
    end
  end
end
