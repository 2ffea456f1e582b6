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
end
