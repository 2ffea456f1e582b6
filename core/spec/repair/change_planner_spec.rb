# frozen_string_literal: true

RSpec.describe Dielectra::Repair::ChangePlanner do
  let(:circuit) { Dielectra::Circuit.read(demo_document("chart_room.circuit.json")) }
  let(:document) { demo_document("chart_room.job.json") }
  let(:changes) do
    {
      "another place to switch from" => document["wanted"],
      "a switch that needs a neutral" =>
        wanted(kind: "fit", control: { "L1" => ["S1"] }, fit: { "S1" => "electronic" }),
      "a dimmer" => wanted(kind: "fit", control: { "L1" => ["S1"] }, fit: { "S1" => "dimmer" }),
      "a light that is always on" => wanted(kind: "always_on", control: {}, always: ["L1"], retire: ["S1"])
    }
  end

  # A change with all boxes of the job open
  def survey(wanted = document["wanted"])
    job = Dielectra::Evidence::Job.read(document.merge("wanted" => wanted, "steps" => []))
    house = Dielectra::Practice::House.new(circuit, job:)
    session = Dielectra::Session::Survey.new(job)
    session.record(
      {
        "do" => "breaker",
        "device" => "B1",
        "to" => "off",
        "answer" => house.answer("do" => "breaker", "device" => "B1", "to" => "off")
      }
    )
    job.boxes.each do |box|
      [{ "do" => "open", "place" => box.id }, { "do" => "prove_dead", "place" => box.id }].each do |step|
        session.record(step.merge("answer" => house.answer(step)))
      end
    end
    session
  end

  def wanted(**fields) = fields.transform_keys(&:to_s)

  def best(session) = session.change_planner.plan(session.belief.hypotheses.first, session.situation)

  it "finds what going through every way finds" do
    pruned = changes.transform_values { |one| best(survey(one)).cost.round(6) }
    stub_const("#{described_class}::MOST_COMPARED", 100_000)
    stub_const("#{described_class}::MOST_PRICED", 100_000)
    stub_const("Dielectra::Repair::ChangeDesigns::MOST_WAYS", 100_000)
    endless = Dielectra::Repair::RewireSearch::Patience.new(1_000_000, 1_000_000)
    stub_const("Dielectra::Repair::RewireSearch::BRIEF", endless)
    expect(changes.transform_values { |one| best(survey(one)).cost.round(6) }).to eq(pruned)
  end

  it "plans nothing that a single mishap makes dangerous" do
    changes.each_value do |one|
      plan = best(survey(one))
      expect([plan.possible?, plan.mishaps.safe?, plan.mishaps.disturbing]).to eq([true, true, []])
    end
  end

  it "counts a rule that a way does not meet as some more minutes, and keeps a chain in one run" do
    plan = best(survey)
    expect(plan.design.without_neutral(%w[gallery_door])).to eq(%w[gallery_door])
    expect(plan.cost).to be > plan.minutes
    expect(plan.design.split?).to be false
  end

  it "names the one run that would do where none that is allowed does" do
    session = survey(document["wanted"].except("runs"))
    needed = session.change_planner.needed(session.belief.hypotheses.first, session.situation)
    expect(needed.map { |row| row["run"].sort }).to include(%w[chart_room gallery_door])
    allowed = needed.map { |row| { "between" => row["run"], "length_ft" => 10 } }
    allowed.each { |run| expect(best(survey(document["wanted"].merge("runs" => [run])))).to be_possible }
  end
end
