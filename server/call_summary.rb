# frozen_string_literal: true

module Server
  # A call as the day shows it: whose it is, how far it has come, and where one stood. It is kept with the job, because
  # working it out costs a whole diagnosis.
  class CallSummary
    # @param about [Hash] `id`, `title`, `complaint`, `time` and `house` of the job
    # @param session [Dielectra::Session::Troubleshooting, nil] nil where the job does not fold
    # @param steps [Array<Hash>]
    def initialize(about, session, steps = session.steps)
      @about = about
      @session = session
      @steps = steps
    end

    def to_h =
      {
        **@about,
        "steps" => done.size,
        "state" => state,
        "last" => last_done,
        "left" => left,
        "parts" => parts,
        "minutes" => minutes
      }

    private

    def done = @done ||= @steps.reject { |step| step["do"] == "report" }

    def state
      return "damaged" unless @session
      return "new" if done.empty?

      @session.next.is_a?(Dielectra::Session::Conclusion) ? @session.next.status : "open"
    end

    # Handover note of a started job: open boxes, breakers off, loose wires
    def left = (Dielectra::Presentation::Record.new(@session, "").unfinished if @session && done.any?)

    # What the repair may take, while it is not done
    def parts = %w[new open].include?(state) ? Dielectra::Presentation::Loading.of(@session) : []

    # How long it will take from here
    def minutes = (Dielectra::Presentation::Ahead.of(@session).to_h["minutes"] if %w[new open].include?(state))

    def last_done
      entry = @session&.log&.reject { |one| one.kind == "report" }&.last or return

      Dielectra::Presentation::Instruction.of(entry.question, entry.before)["title"]
    end
  end
end
