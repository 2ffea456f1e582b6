# frozen_string_literal: true

module Server
  # A call as the day shows it: whose it is, how far it has come, and where one stood. It is kept with the job, because
  # working it out costs a whole diagnosis.
  class CallSummary
    # @return [String] the rows of all jobs as a JSON array
    def self.all
      missing = Job.where(row: nil).includes(:house, :entries)
      missing.each { |job| job.update_columns(row: JSON.generate(of(job))) }
      "[#{Job.order(:id).pluck(:row).join(",")}]"
    end

    # @return [Hash] of one job, whether it folds or not
    def self.of(job)
      new(job, Sessions.of(job)).to_h
    rescue Problem
      new(job, nil).to_h
    end

    # @param session [Dielectra::Session::Troubleshooting, nil] nil where the job does not fold
    def initialize(job, session, steps = job.steps)
      @job = job
      @session = session
      @steps = steps
    end

    def to_h
      {
        id: @job.id,
        title: @job.title,
        complaint: @job.complaint,
        time: @job.time_of_day,
        house: {
          name: @job.house.name,
          street: @job.house.street,
          town: @job.house.town,
          note: @job.house.note
        },
        steps: done.size,
        state:,
        last: last_done
      }
    end

    private

    def done = @done ||= @steps.reject { |step| step["do"] == "report" }

    def state
      return "damaged" unless @session
      return "new" if done.empty?

      @session.next.is_a?(Dielectra::Session::Conclusion) ? @session.next.status : "open"
    end

    def last_done
      return unless @session && done.any?

      Dielectra::Presentation::Instruction.of(done.last.except("id", "answer"), @session.situation)["title"]
    end
  end
end
