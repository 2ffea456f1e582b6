# frozen_string_literal: true

# The least cable that a change could be made with, found by trying every set of the runs that may be pulled in the
# house as it was, every box open.
class LeastCable
  # @param circuit [Dielectra::Circuit] as it was found
  # @param job [Dielectra::Evidence::Job] with the change asked for
  def initialize(circuit, job)
    @circuit = circuit
    @job = job
    @runs = job.wanted["runs"] || []
  end

  # @param steps [Array<Hash>] that were taken
  # @return [Float] feet of the runs that were pulled
  def self.pulled(job, steps)
    allowed = Dielectra::Evidence::NewRun.allowed(job)
    taken = steps.select { |step| step["do"] == "cable" && Dielectra::Steps.done?(step) }
    taken.sum { |step| allowed.find { |run| run.between?(step["between"]) }&.length_ft.to_f }
  end

  # @return [Float, nil] feet; nil where no set does it
  def feet
    sets = (0..@runs.size).flat_map { |count| @runs.combination(count).to_a }
    sets
      .map { |set| [set.sum { |run| run["length_ft"].to_f }, set] }
      .sort_by(&:first)
      .find { |_, set| does?(set) }
      &.first
  end

  private

  def does?(runs)
    job = Dielectra::Evidence::Job.read(@job.document.merge("wanted" => @job.wanted.merge("runs" => runs)))
    session = surveyed(job)
    best = session.belief.hypotheses.first
    best && session.change_planner.plan(best, session.situation).possible?
  end

  # Every box open and proved dead
  def surveyed(job)
    house = Dielectra::Practice::House.new(@circuit, job:)
    session = Dielectra::Session::Survey.new(job)
    off = job.breakers.map { |id| { "do" => "breaker", "device" => id, "to" => "off" } }
    boxes = job.boxes.map(&:id).select { |place| @circuit.place(place) }
    opened = boxes.flat_map { |place| %w[open prove_dead].map { |kind| { "do" => kind, "place" => place } } }
    (off + opened).each { |step| session.record(step.merge("answer" => house.answer(step))) }
    session
  end
end
