# frozen_string_literal: true

module Server
  # Learned priors and step times, from closed jobs. A job keeps the tables it was opened with, so its advice stays the
  # same when another job is closed.
  class Learned
    # Writes down what a job adds as it is closed, and takes it back as it is reopened.
    # @param job [Job]
    def self.note!(job) = job.update!(tally: job.closed_on ? Folding.tally(job) : nil)

    # @param job [Job]
    # @return [Hash{Integer => Float}] seconds of each step since the one before, by the journal
    def self.seconds(job)
      taken = job.entries.to_a.select { |entry| entry.kind == "taken" }
      taken.each_cons(2).to_h { |before, entry| [entry.number, entry.created_at - before.created_at] }
    end

    # @param document [Hash, nil] of a new job; nil for all jobs together
    def initialize(document = nil)
      tallies = Job.kept.where.not(closed_on: nil).pluck(:tally).compact
      tallies = Dielectra::Learning::Experience.alike(tallies, document) if document
      @experience = Dielectra::Learning::Experience.new(tallies, groups: Setting.now["learn"])
    end

    # @return [Hash] see Dielectra::Learning::Experience#to_h
    def for_job = @experience.to_h

    # @return [Hash] `jobs`, how many it takes, and for each group whether it is `on` and its `rows`
    def to_h
      rows = @experience.rows.group_by(&:group)
      {
        jobs: @experience.jobs,
        least: Dielectra::Learning::Experience::LEAST_JOBS,
        groups:
          Dielectra::Learning::Experience::GROUPS.map do |name, words|
            {
              name:,
              words:,
              on: Setting.now["learn"].include?(name),
              rows: rows.fetch(name, []).map { |row| said(row) }
            }
          end
      }
    end

    private

    def said(row) =
      {
        words: Dielectra::Presentation::LearnedWords.of(row),
        shipped: row.shipped,
        learned: row.learned,
        counted: row.counted
      }
  end
end
