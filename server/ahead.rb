# frozen_string_literal: true

module Server
  # Works out, while nobody asks, what the job that was shown last says to its likeliest answers. It thinks in a thread
  # of its own, on copies, so that it can be dropped at any moment.
  class Ahead
    # Answers worked out for a step
    MOST = 3
    # Probability below which an answer is not worked out. Where none has a probability the first is the usual one.
    LEAST = 0.05
    # Seconds without a request before thinking starts, so that one in a hurry is not slowed down
    PAUSE = 0.5
    # Seconds of thinking that are worth waiting for the rest. A copy thinks more slowly than the session itself, which
    # has more at hand.
    SUNK = 0.6
    # A thread of low priority gives way after an eighth of the usual time.
    PRIORITY = -3

    # @param sessions [Sessions] that keep what was worked out
    def initialize(sessions)
      @sessions = sessions
    end

    # Takes note of a job that was shown.
    # @param request [Hash] see Thinker#answer; `number` is that of the next step
    # @param session [Dielectra::Session::Troubleshooting]
    # @param view [Hash] what was shown
    def shown(request, session, view)
      answers = likeliest(view.dig(:next, "choices") || [])
      @waiting = answers.empty? ? nil : [request, session, *plain([view.dig(:next, "step"), answers])]
    end

    # Starts to think where there is something to think about.
    # @return [Boolean] whether it does
    def start
      return false unless @waiting

      request, session, step, answers = @waiting
      @waiting = nil
      ways = answers.map { |answer| { "id" => request["number"], **step, "answer" => answer } }
      @since = now
      @at = at(request, ways.first)
      @thread = Thread.new { think(request, session, ways) }
      @thread.priority = PRIORITY
      @thread.report_on_exception = false
      true
    end

    # Ends thinking because of a request: at once, or when the very answer is there that the request brings, if much was
    # thought about it already.
    # @param request [Hash]
    def settle(request)
      @waiting = nil
      return unless @thread

      far = now - @since > SUNK
      @thread.join(0.01) while far && @thread.alive? && wanted?(request)
      @thread.kill.join
      @thread = nil
    rescue StandardError
      # What was wrong ahead is told when the answer is really given.
      @thread = nil
    end

    private

    def likeliest(choices)
      shares = choices.each_with_index.map { |row, at| row.fetch("share") { at.zero? ? 1.0 : 0.0 } }
      rows = choices.zip(shares).select { |_, share| share >= LEAST }
      rows.max_by(MOST, &:last).map { |row, _| row["answer"] }
    end

    def now = ::Process.clock_gettime(::Process::CLOCK_MONOTONIC)

    # As a request says it
    def plain(shown) = JSON.parse(JSON.generate(shown))

    # Whether what is worked out now is what the request brings
    def wanted?(request) = request["do"] == "view" && @at == at(request)

    # A job, and how far it has got
    def at(request, *more) = [request["about"]["id"], request["steps"] + more]

    def think(request, session, ways)
      copy = Marshal.dump(session)
      ways.each do |taken|
        @since = now
        @at = at(request, taken)
        expect(request, @at.last, after(copy, taken, request.fetch("priors", {})))
      end
      @at = nil
    end

    def after(copy, taken, priors)
      Dielectra::Trade.drawing_on(priors) do
        session = Marshal.load(copy) # rubocop:disable Security/MarshalLoad
        session.record(taken)
        session.next
        session
      end
    end

    def expect(request, steps, session) =
      @sessions.expect(request["about"]["id"], request["document"], steps, session, request["minutes"] || {})
  end
end
