# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Toggles do
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }
  let(:world) { session.belief.world }

  def at(positions, marked: [])
    senses = %w[S1 S2].to_h { |id| [id, ([:sense, id, 0] unless marked.include?(id))] }
    world.toggles_of({ "S1" => nil, "S2" => nil }.merge(positions), senses)
  end

  def share(toggles, odds, device) =
    toggles.states.zip(toggles.shares(odds)).sum { |state, share| state[device] ? share : 0.0 }

  it "knows one state once every position is known and marked" do
    toggles = at({ "S1" => true, "S2" => false }, marked: %w[S1 S2])
    expect([toggles.one?, toggles.states.first, toggles.shares(nil)]).to eq(
      [true, { "S1" => true, "S2" => false }, [1.0]]
    )
  end

  it "takes a toggle without marks for thrown either way" do
    toggles = at({ "S1" => true, "S2" => false })
    expect([toggles.known?, toggles.one?, toggles.states.size, share(toggles, nil, "S1")]).to eq([true, false, 4, 0.5])
  end

  it "learns once which way a toggle throws, wherever it stands" do
    up = at({ "S1" => true, "S2" => true })
    odds = up.learned(nil, up.states.map { |state| state["S1"] ? 0.9 : 0.1 })
    down = at({ "S1" => false, "S2" => true })
    expect([share(up, odds, "S1"), share(down, odds, "S1")]).to match(
      [be_within(1e-9).of(0.9), be_within(1e-9).of(0.1)]
    )
  end

  it "keeps how a toggle stood at the start as one unknown, however often one looks" do
    half = at({ "S1" => true })
    odds = half.learned(nil, half.states.map { |state| state["S2"] ? 0.9 : 0.1 })
    expect(share(at({ "S1" => false }), odds, "S2")).to be_within(1e-9).of(0.9)
  end

  it "learns nothing from how it stood of which way it throws" do
    half = at({ "S1" => true })
    odds = half.learned(nil, half.states.map { |state| state["S2"] ? 0.9 : 0.1 })
    expect(share(at({ "S1" => true, "S2" => true }), odds, "S2")).to be_within(1e-9).of(0.5)
  end

  it "averages over toggles that a report does not name" do
    reported = described_class.reported(world, session.situation, { "S1" => "up" })
    odds = reported.learned(nil, reported.states.map { |state| state["S2"] ? 0.9 : 0.1 })
    expect([reported.states.size, share(reported, odds, "S2")]).to eq([4, 0.5])
  end

  it "forgets which way a switch threw once it was replaced" do
    session.record("do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true })
    before = described_class.now(world, session.situation)
    session.record("do" => "replace", "device" => "S1", "kind" => "three_way", "answer" => { "ok" => true })
    odds = before.learned(nil, before.states.map { |state| state["S1"] ? 0.9 : 0.1 })
    expect(share(described_class.now(world, session.situation), odds, "S1")).to be_within(1e-9).of(0.5)
  end
end
