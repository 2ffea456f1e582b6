# frozen_string_literal: true

# A pair of files, NAME.circuit.json and NAME.job.json, with what expected.json beside them says is right.
#
#   CaseFile.new(folder, name, seed: 1).play { |turn| puts turn.step }
class CaseFile
  # A step that was taken: the session before it (advice can still be asked of it), the step, its answer, and the
  # seconds until the next step was known.
  Turn = Struct.new(:session, :step, :answer, :seconds)

  # @param folder [String]
  # @return [Hash{String => Hash}] name => what is right; empty without an expected.json
  def self.expected(folder)
    (@expected ||= {})[folder] ||= begin
      JSON.parse(File.read(File.join(folder, "expected.json")))
    rescue Errno::ENOENT
      {}
    end
  end

  def self.names(folder, glob = "*") =
    Dir[File.join(folder, "#{glob}.circuit.json")].map { |path| File.basename(path, ".circuit.json") }.sort

  attr_reader :name, :expected, :circuit, :job, :house, :watch, :session

  # @param random [Random] for ghosts, slips and turned toggles
  # @param flip [Boolean] whether toggles are turned over by chance
  def initialize(folder, name, random:, slips: 0.0, unsure: 0.0, flip: false)
    @folder = folder
    @name = name
    @expected = CaseFile.expected(folder).fetch(name, {})
    document = read("circuit")
    turned = flip ? turned(document, random) : []
    @circuit = Dielectra::Circuit.read(document.merge("devices" => document["devices"].map { |row| over(row, turned) }))
    @job = Dielectra::Evidence::Job.read(read("job").then { |job| job.merge("steps" => retold(job["steps"], turned)) })
    answers = @expected["answers"] || {}
    @house =
      Dielectra::Practice::House.new(
        @circuit,
        random:,
        slips:,
        unsure:,
        job: @job,
        refuses: refused(answers["policy"]),
        toggles: answers["toggles"] || {}
      )
    @job.steps.each { |step| @house.answer(step) unless step["do"] == "report" } if answers["replay"]
    @watch = Dielectra::Practice::SafetyObserver.new(@house, @job)
  end

  # Plays the case to its end.
  # @yieldparam turn [Turn] before the session takes its answer over; `seconds` are of the turn before
  # @return [Array<Float>] seconds it took to know each next step
  def play
    times = []
    @session = timed(times) { Dielectra::Session::Troubleshooting.for(@job).tap(&:next) }
    until @session.next.is_a?(Dielectra::Session::Conclusion)
      step = @session.next.numbered(@session.steps.size + 1 - @job.steps.size)
      @watch.check!(step)
      answer = @house.answer(step).except("id")
      yield Turn.new(@session, step, answer, times.last) if block_given?
      timed(times) { @session.record(step.merge("answer" => answer)).next }
    end
    times
  end

  private

  def read(kind) = JSON.parse(File.read(File.join(@folder, "#{@name}.#{kind}.json")))

  def timed(times)
    start = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield.tap { times << (Process.clock_gettime(Process::CLOCK_MONOTONIC) - start) }
  end

  OTHER_WAY = { "up" => "down", "down" => "up" }.freeze
  private_constant :OTHER_WAY

  # @return [Array<String>] switches without marks that are turned over, by chance
  def turned(document, random)
    unmarked = document["devices"].select { |row| %w[three_way four_way dimmer_three_way].include?(row["kind"]) }
    unmarked.map { |row| row["id"] }.select { random.rand < 0.5 }
  end

  def over(row, turned) = turned.include?(row["id"]) ? row.merge("reversed" => !row["reversed"]) : row

  # Steps that the job already holds, as they would be told of a house with those switches turned over
  def retold(steps, turned)
    (steps || []).map do |step|
      next step unless step["positions"]

      said = step["positions"].to_h { |id, at| [id, turned.include?(id) ? OTHER_WAY.fetch(at, at) : at] }
      step.merge("positions" => said)
    end
  end

  # @param policy [String, nil] `cannot:STEP`, `cannot:STEP:PLACE` or `cannot:STEP:DEVICE`
  # @return [Array<Hash>] what the person cannot do, by some fields of the steps
  def refused(policy)
    return [] unless policy

    _, kind, what = policy.split(":")
    return [{ "do" => kind }] unless what

    [{ "do" => kind, (@job.place(what) ? "place" : "device") => what }]
  end
end
