# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Log do
  let(:log) do
    log_of(
      { "id" => "report 1", "do" => "report", "answer" => { "breakers" => { "B1" => "tripped" } } },
      probed(1, %w[hall/1.black hall/1.white], "resistance", { "ohms" => 12.0 }),
      probed(2, %w[hall/1.white hall/1.bare], "voltage", { "unsure" => true }),
      { "id" => 3, "do" => "open", "place" => "loft", "answer" => { "cannot" => "no ladder" } },
      { "id" => 4, "do" => "arrange", "place" => "hall", "joints" => [], "answer" => { "ok" => true } },
      probed(5, %w[hall/1.white hall/1.black], "voltage", { "volts" => 118.0 })
    )
  end

  def probed(id, points, tool, answer) =
    { "id" => id, "do" => "probe", "tool" => tool, "at" => points, "answer" => answer }

  def numbers(entries) = entries.map(&:number)

  it "leaves out refused and unsure steps from those that were done" do
    expect([numbers(log.done("probe", "open")), numbers(log.done("arrange"))]).to eq([[1, 5], [4]])
  end

  it "finds readings by tool, and between two points in either order" do
    expect(numbers(log.readings("voltage"))).to eq([5])
    expect(numbers(log.readings_between(%w[hall/1.black hall/1.white]))).to eq([1, 5])
    expect(numbers(log.readings_between(%w[hall/1.black hall/1.white], "resistance"))).to eq([1])
  end

  it "gives the steps since wires were moved, in one box or in any" do
    expect(numbers(log.since_moved)).to eq([5])
    expect([log.since_moved("hall").size, log.since_moved("loft").size]).to eq([1, log.size])
  end

  it "drops a refusal once the step was done" do
    done = { "id" => 6, "do" => "open", "place" => "loft", "answer" => { "found" => {} } }
    expect([numbers(log.refused), numbers(described_class.new(log.to_a + log_of(done).to_a).refused)]).to eq([[3], []])
  end

  it "adds up minutes, and keeps the steps as they came" do
    expect([log.minutes, log.steps.map { |step| step["id"] }]).to eq([6.0, ["report 1", 1, 2, 3, 4, 5]])
    expect(log.select(&:tripped?).map(&:number)).to eq(["report 1"])
  end

  describe "of a job" do
    let(:session) { opened("tower_stair", "tower_door") }

    it "has each step with the situation before and after it, and its minutes" do
      log = session.log
      expect(log.each_cons(2).map { |one, next_one| one.after.equal?(next_one.before) }).to all(be(true))
      expect(log.last.after).to equal(session.situation)
      expect(log.minutes).to eq(log.sum { |entry| session.costs.of(entry.step, entry.before) })
    end

    it "gives the arrangements since the last new observation" do
      moved = { "do" => "arrange", "place" => "tower_door", "joints" => [], "answer" => { "ok" => true } }
      after = session.dup.record(moved)
      expect(after.log.visited.last).to eq(after.situation.arrangement)
      expect(after.log.visited.size).to be > 1
    end
  end
end
