# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Toggles do
  let(:job) { demo_job("tower_stair") }

  it "knows one combination once every position is known" do
    toggles = described_class.now(job, {"S1" => "up", "S2" => "down"})
    expect([toggles.one?, toggles.first, toggles.shares(nil)]).to eq([true, {"S1" => true, "S2" => false}, [1.0]])
  end

  it "keeps how a toggle stood at the start as one unknown, however often one looks" do
    half = described_class.now(job, {"S1" => "up"})
    odds = half.learnt(nil, half.states.map { |state| state["S2"] ? 0.9 : 0.1 })
    again = described_class.now(job, {"S1" => "down"})
    expect(again.states.zip(again.shares(odds)).to_h { |state, share| [state["S2"], share.round(6)] }).to eq(true => 0.9, false => 0.1)
  end

  it "forgets the start once the toggle has been thrown" do
    half = described_class.now(job, {"S1" => "up"})
    expect(half.with("S2", true)).to eq(described_class.now(job, {"S1" => "up", "S2" => "up"}))
  end

  it "learns nothing of now from a look at some other time" do
    once = described_class.once(job, {"S1" => "up"})
    expect([once.learnt([0.25] * 4, [0.9, 0.1]), once.shares([0.7, 0.1, 0.1, 0.1])]).to eq([[0.25] * 4, [0.5, 0.5]])
  end
end
