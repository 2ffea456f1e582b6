# frozen_string_literal: true

require_relative "../../server/sessions"
require_relative "../../server/call_summary"
require_relative "../../server/job_view"
require_relative "../../server/thinker"

# One session that is told anything the protocol allows, with everything the screens and files show asked for after each
# step. It counts what must not happen: exceptions, states that cannot be saved, questions repeated without anything
# new, sessions without an end.
class RandomPlay
  # Steps after which a session has to have ended
  MOST = 150
  # Times the same step may be asked for with nothing new in between
  REPEATS = 2
  ASKED = %w[view why record left circuit rules prefilled instead].freeze

  Failure = Struct.new(:what, :at, :backtrace, :steps)
  Report = Struct.new(:seed, :name, :steps, :ended, :failures, :refused, :slowest)

  # @param document [Hash] a job
  # @param circuit [Hash, nil] the house behind it
  # @param full [Boolean] whether everything is asked for after each step, or one thing
  # @param most [Integer, nil] steps after which one stops looking; nil plays to the end
  def initialize(document, seed, name: "", circuit: nil, full: true, most: nil)
    @document = document.merge("steps" => [])
    @reported = document["steps"] || []
    @seed = seed
    @name = name
    @random = Random.new(seed)
    @circuit = circuit
    @full = full
    @most = most
    @failures = []
    @refused = 0
    @slowest = 0.0
  end

  # @return [Report]
  def run
    @thinker = Server::Thinker.new(Server::Sessions.new)
    @steps = @reported.each_with_index.map { |step, at| step.merge("id" => at + 1) }
    session = fresh
    ended = session ? played(session) : "refused"
    Report.new(@seed, @name, @steps.size, ended, @failures, @refused, @slowest)
  end

  private

  def fresh
    job = Dielectra::Evidence::Job.read(@document)
    @house = house(job)
    @answers = Dielectra::Practice::AnyAnswer.new(@random, @house)
    session = guarded("start") { Dielectra::Session::Troubleshooting.for(job) }
    @steps.each { |step| guarded("start") { session&.record(step) } } if session
    guarded("start") { session&.next }
    session
  rescue Dielectra::InvalidInput
    nil
  end

  def house(job)
    @circuit && Dielectra::Practice::House.new(Dielectra::Circuit.read(@circuit), random: @random, job:)
  rescue Dielectra::InvalidInput
    nil
  end

  def played(session)
    asked = Hash.new(0)
    until @steps.size - @reported.size > MOST
      step = guarded("next") { session.next }
      return "failed" if @failures.any?
      return "left" if @most && @steps.size >= @most
      return ended(session, step) if step.is_a?(Dielectra::Session::Conclusion)

      fields = step.to_h
      fields = instead(session) || fields if @random.rand < 0.08
      session = took(session, fields)
      return "failed" if session.nil? || @failures.any?

      @heard = {} if moved?(fields)
      asked.clear if new?(fields) || moved?(fields)
      asked[fields] += 1 if fields == step.to_h && @steps.last&.slice(*fields.keys) == fields
      if asked[fields] > REPEATS
        fail_with("repeated", fields["do"])
        return "repeated"
      end
      look(session)
      if @random.rand < 0.03
        session = undone(session)
        asked.clear
      end
    end
    fail_with("endless", "#{MOST} steps")
    "endless"
  end

  # Whether the last answer says what that step has not said before
  def new?(fields)
    answer = @steps.last && @steps.last["answer"]
    return false if answer.nil? || answer.key?("cannot") || answer.key?("unsure") || answer.key?("ok")

    said = [fields, answer]
    @heard ||= {}
    !@heard.key?(said) && (@heard[said] = true)
  end

  def moved?(fields) = %w[set breaker arrange open replace fit cable tab retire mark].include?(fields["do"])

  def ended(session, conclusion)
    guarded("ended") { JSON.generate(conclusion.to_h) }
    look(session, everything: true)
    conclusion.status
  end

  # A step that a person takes instead: one of the acts that the screen offers
  def instead(session)
    acts = guarded("instead") { Dielectra::Presentation::Acts.new(session).to_a } or return
    all = JSON.parse(JSON.generate(acts)).flat_map { |place| place["acts"] || [] }.filter_map { |act| act["step"] }
    wanted = all.sample(random: @random) or return
    guarded("wish") { Dielectra::Session::Wish.new(session, wanted).step&.to_h }
  rescue Dielectra::InvalidInput
    nil
  end

  def took(session, fields)
    answer = @answers.to(fields, session.situation)
    number = (@steps.last&.fetch("id") || 0) + 1
    taken = fields.merge("id" => number, "answer" => answer)
    clock = now
    guarded(fields["do"], taken) do
      session.record(taken)
      session.next
    end
    @slowest = [@slowest, now - clock].max
    @steps << taken if @failures.empty?
    session
  rescue Dielectra::InvalidInput
    # Refused with a sentence: the session is as it was.
    @refused += 1
    again
  end

  # The session folded anew, as after an undo
  def again
    session = Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(@document))
    @steps.each { |step| session.record(step) }
    session.next
    session
  rescue StandardError, SystemStackError => e
    note(e, "fold")
    nil
  end

  def undone(_session)
    @steps.pop if @steps.size > @reported.size
    @house = house(Dielectra::Evidence::Job.read(@document))
    again
  end

  # Everything a screen or a file shows
  def look(session, everything: @full)
    asked = everything ? ASKED : ASKED.sample(1, random: @random)
    request = {
      "about" => ABOUT,
      "document" => @document,
      "minutes" => {
      },
      "local" => {
      },
      "version" => 1,
      "code" => "DX1"
    }
    @thinker.sessions.put(1, @document, @steps, session)
    asked.each do |what|
      guarded(what) { JSON.generate(@thinker.send("do_#{what}", request.merge("steps" => @steps))) }
    rescue Dielectra::InvalidInput
      # Said in a sentence that there is nothing to show.
      nil
    end
    guarded("saved") { Marshal.load(Marshal.dump(session)).next } if everything
  end

  ABOUT = {
    "id" => 1,
    "code" => "DX1",
    "title" => "A job",
    "complaint" => "",
    "day" => "2026-11-28",
    "time" => nil,
    "closed_on" => nil,
    "house" => {
      "id" => 1,
      "name" => "Ada",
      "street" => "1 Quay",
      "town" => "",
      "note" => ""
    }
  }.freeze
  private_constant :ABOUT

  def guarded(at, step = nil)
    yield
  rescue Dielectra::InvalidInput
    raise
  rescue StandardError, SystemStackError, NoMemoryError => e
    note(e, at, step)
    nil
  end

  def note(error, at, step = nil)
    frames = (error.backtrace || []).grep(%r{core/lib|server/}).first(4).map { |line| line[%r{[^/]+/[^/]+:\d+.*}] }
    text = "#{error.class}: #{error.message.to_s.lines.first.to_s.strip[0, 120]}"
    @failures << Failure.new(text, at, frames, @steps + [step].compact)
  end

  def fail_with(at, text)
    @failures << Failure.new(text.to_s, at, [], @steps.dup)
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
end
