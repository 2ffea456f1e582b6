# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Costs do
  let(:costs) { described_class.new }
  let(:session) { opened("tower_stair", "tower_door") }
  let(:situation) { session.situation }

  it "takes the walk along: none where one stands, half a minute to the next box, one and a half to the panel" do
    here = situation.at
    expect(
      [
        costs.walk(here, here, session.job),
        costs.walk(here, "lamp_room", session.job),
        costs.walk("panel", here, session.job)
      ]
    ).to eq([0.0, 0.5, 1.5])
  end

  it "opens a light's box more dearly than a switch's" do
    boxes = session.job.boxes.to_h { |place| [place.kind, costs.opening(place)] }
    expect(boxes).to include("switch_box" => 3, "luminaire_box" => 6)
  end

  it "prices a rewire by the points whose joint changes" do
    now = situation.joints("tower_door")
    step = ->(joints) { { "do" => "arrange", "place" => "tower_door", "joints" => joints } }
    expect([costs.of(step.call(now), situation), costs.of(step.call("as_found"), situation)]).to eq([0.0, 0.0])
    expect(costs.of(step.call([]), situation)).to be_within(1e-9).of(
      now.select { |joint| joint.size > 1 }.flatten.size * 0.4
    )
  end

  it "takes another table of minutes" do
    dear = described_class.new(Dielectra::Trade.costs.merge("probe" => 5.0))
    probe = { "do" => "probe", "tool" => "continuity", "at" => %w[tower_door/1.black tower_door/1.white] }
    expect([costs.of(probe, situation), dear.of(probe, situation)]).to eq([0.3, 5.0])
  end

  it "costs nothing to be told what the customer saw" do
    expect(costs.of({ "do" => "report", "positions" => {} }, situation)).to eq(0.0)
  end
end

RSpec.describe Dielectra::Evidence::Costs, "for each kind of step" do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("boathouse")) }

  # Minutes from the first switch, the walk included.
  {
    { "do" => "watch" } => 0.1,
    { "do" => "set", "device" => "S1", "to" => "up" } => 0.1,
    { "do" => "breaker", "device" => "B1", "to" => "off" } => 1.7,
    { "do" => "open", "place" => "slip_door" } => 3.0,
    { "do" => "open", "place" => "boathouse" } => 6.5,
    { "do" => "prove_dead", "place" => "slip_door" } => 1.0,
    { "do" => "replace", "device" => "L1", "kind" => "lamp" } => 3.5,
    { "do" => "report", "positions" => {} } => 0.0,
    { "do" => "find_breaker", "point" => "slip_door/1.black" } => 7.5
  }.each do |step, minutes|
    it "prices #{step.values.first(2).join(" ")}" do
      expect(described_class.new.of(step, situation)).to be_within(1e-9).of(minutes)
    end
  end

  it "prices an arrangement by the points that change" do
    opened = opened("boathouse", "slip_door").situation
    apart = {
      "do" => "arrange",
      "place" => "slip_door",
      "joints" => [%w[S1.ground slip_door/1.bare], %w[S1.terminal_1 slip_door/1.white]]
    }
    expect(described_class.new.of(apart, opened)).to be_within(1e-9).of(0.8)
  end
end
