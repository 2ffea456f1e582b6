# frozen_string_literal: true

module Server
  # A stretch of work at a call by the clock. One that goes on has no end.
  class Stint < ActiveRecord::Base
    belongs_to :job

    scope :running, -> { where(ended_at: nil) }

    # Starts the clock of a job, or stops it. Asked for twice it stays as it is. A person is at one job at a time: the
    # clocks of their other jobs stop.
    # @param job [Job]
    # @param running [Boolean]
    # @param person [String, nil]
    def self.set!(job, running:, person: nil)
      transaction do
        now = Time.current
        (running ? where(person:).where.not(job:) : where(job:)).running.update_all(ended_at: now)
        create!(job:, began_at: now, person:) if running && where(job:).running.none?
      end
    end

    # @param job [Job]
    # @return [Hash] `running`, the `stints`, and the whole `minutes` of them
    def self.of(job)
      stints = where(job:).order(:began_at).to_a
      {
        running: stints.any? { |one| one.ended_at.nil? },
        minutes: (stints.sum { |one| (one.ended_at || Time.current) - one.began_at } / 60).round,
        stints: stints.map(&:said)
      }
    end

    # @return [Hash]
    def said = { began: began_at.iso8601, ended: ended_at&.iso8601, person: }
  end
end
