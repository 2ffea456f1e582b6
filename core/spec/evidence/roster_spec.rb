# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Roster do
  let(:job) { demo_job("tower_stair") }

  def found(devices, **more)
    { "cable_ends" => [], "devices" => devices, "joints" => [], **more.transform_keys(&:to_s) }
  end

  # The job once a box was opened that holds some devices
  def after(place, devices, **more)
    start = Dielectra::Evidence::Situation.start(job)
    opened = start.with(opened: { place => found(devices, **more) })
    described_class.of(job, opened)
  end

  it "changes nothing where a box holds what is listed" do
    roster = after("tower_door", [{ "id" => "S1", "kind" => "three_way" }])
    expect([roster.differs?(job), roster.names]).to eq([false, {}])
  end

  [
    ["another name", [%w[K7 three_way]], {}, %w[K7 S2], { "L1" => %w[K7 S2] }],
    ["one switch more", [%w[S1 three_way], %w[S9 single_pole]], {}, %w[S1 S2 S9], { "L1" => %w[S1 S2] }],
    ["a yoke", [%w[S1 combination]], {}, %w[S1.1 S2 S1.2], { "L1" => %w[S1.1 S2] }],
    [
      "a yoke, the second toggle meant",
      [%w[S1 combination]],
      { toggles: { "S1" => "S1.2" } },
      %w[S1.2 S2 S1.1],
      { "L1" => %w[S1.2 S2] }
    ]
  ].each do |what, devices, more, controls, wanted|
    it "takes over #{what}" do
      rows = devices.map { |id, kind| { "id" => id, "kind" => kind } }
      taken = after("tower_door", rows, **more).document
      expect([taken["controls"].map { |row| row["id"] }, taken["wanted"]["control"]]).to eq([controls, wanted])
    end
  end

  it "takes an outlet in a switch box for a load that is always on" do
    rows = [{ "id" => "S1", "kind" => "three_way" }, { "id" => "R9", "kind" => "receptacle" }]
    taken = Dielectra::Evidence::Job.new(after("tower_door", rows).document)
    expect([taken.loads.map(&:id), taken.bystanders]).to eq([%w[L1 R9], %w[R9]])
  end

  it "puts earlier steps in the names that are used from then on" do
    roster = after("tower_door", [{ "id" => "S1", "kind" => "combination" }], toggles: { "S1" => "S1.2" })
    steps = [
      { "do" => "set", "device" => "S1", "to" => "up" },
      { "do" => "replace", "device" => "S1", "kind" => "combination" },
      { "do" => "report", "positions" => { "S1" => "up" }, "answer" => { "loads" => { "L1" => "on" } } }
    ]
    told = steps.map { |step| roster.translate(step) }
    expect([told[0]["device"], told[1]["device"], told[2]["positions"]]).to eq(["S1.2", "S1", { "S1.2" => "up" }])
  end

  # The breakers of the job once some looks and tests were taken
  def breakers(listed, *steps)
    rows = listed.map { |id| { "id" => id } }
    job = Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge("steps" => [], "breakers" => rows))
    situation =
      steps
        .each_with_index
        .reduce(Dielectra::Evidence::Situation.start(job)) { |so_far, (step, at)| so_far.after(step, at + 1) }
    taken = Dielectra::Evidence::Job.new(described_class.of(job, situation).document)
    [taken.breakers, situation.concerned]
  end

  def look(light, breakers) = { "do" => "watch", "answer" => { "loads" => { "L1" => light }, "breakers" => breakers } }

  it "takes a tripped breaker that nobody listed for the job's, and has the listed one go off with it" do
    dark = look("off", { "B1" => "on", "B7" => "tripped" })
    expect(breakers(%w[B1], dark)).to match([%w[B7], include("B1")])
    expect(breakers(%w[B1], look("on", { "B1" => "on", "B7" => "tripped" })).first).to eq(%w[B1])
  end

  it "keeps several listed ones beside a tripped one until they are tested" do
    dark = look("off", { "B1" => "on", "B2" => "on", "B7" => "tripped" })
    box = { "cable_ends" => [], "devices" => [{ "id" => "S1", "kind" => "three_way" }], "joints" => [] }
    steps = [
      dark,
      *%w[B7 B1 B2].map { |id| { "do" => "breaker", "device" => id, "to" => "off", "answer" => { "ok" => true } } },
      { "do" => "open", "place" => "tower_door", "answer" => { "found" => box } },
      { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => [] } }
    ]
    expect(breakers(%w[B1 B2], *steps).first).to include("B1", "B2", "B7")
  end
end
