# frozen_string_literal: true

module Server
  # What the jobs of a house left known, for a new job there.
  class HouseRecall
    # Latest jobs that are looked at
    MOST = 6

    # @param house [House]
    # @param today [Date]
    def initialize(house, today: Date.current)
      @house = house
      @today = today
    end

    # @param job [Dielectra::Evidence::Job] the new one
    # @return [Hash, nil] `remembered` of its file
    def for(job) = Dielectra::Evidence::Recall.new(job, memories).to_h

    private

    # @return [Array<Array(Hash, Integer)>] what each job left, with its age in days, youngest first
    def memories
      jobs = @house.jobs.kept.includes(:entries).sort_by { |job| [job.day, job.id] }.reverse.first(MOST)
      jobs.filter_map do |job|
        left = left(job)
        [left, [(@today - job.day).to_i, 0].max] if left && left["places"].any?
      end
    end

    # nil for a job that does not fold
    def left(job)
      Folding.locked(job.id) { Folding.left(job) }
    rescue Dielectra::InvalidInput, Problem
      nil
    end
  end
end
