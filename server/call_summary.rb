# frozen_string_literal: true

module Server
  # A call as the day shows it: whose it is, how far it has come, and where one stood.
  class CallSummary
    def initialize(job)
      @job = job
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
        steps: steps.count { |step| step["do"] != "report" },
        state:,
        last: last_done
      }
    end

    private

    def steps = @steps ||= @job.steps

    # A call is done when its session has concluded; asking costs a whole diagnosis, so it is asked only of sessions
    # that are at hand or have been worked on.
    def state
      return "new" if steps.none? { |step| step["do"] != "report" }

      concluded = Sessions.of(@job).next
      concluded.is_a?(Dielectra::Session::Conclusion) ? concluded.status : "open"
    end

    def last_done
      index = steps.rindex { |step| step["do"] != "report" } or return
      session = Sessions.of(@job)
      Dielectra::Presentation::Instruction.of(steps[index].except("id", "answer"), session.situation)["title"]
    end
  end
end
