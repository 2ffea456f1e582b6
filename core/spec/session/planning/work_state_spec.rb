# frozen_string_literal: true

RSpec.describe Dielectra::Session::WorkState do
  let(:job) { demo_job("tower_stair") }
  let(:costs) { Dielectra::Evidence::Costs.new }
  let(:start) { described_class.of(Dielectra::Evidence::Situation.start(job)) }

  it "goes to the panel once to turn power off, and not again" do
    off = start.switched_off(costs, job)
    expect([off.at, off.power, off.minutes]).to match(
      ["panel", :off, be_within(1e-9).of(costs.walk(start.at, "panel", job) + costs["breaker"])]
    )
    expect(off.switched_off(costs, job)).to be(off)
  end

  it "opens and proves a box before hands go in, and needs neither a second time" do
    once = start.hands_in("lamp_room", costs, job)
    again = once.hands_in("lamp_room", costs, job)
    expect([once.open, once.dead, once.power]).to eq([%w[lamp_room], %w[lamp_room], :off])
    expect(again.minutes).to eq(once.minutes)
  end

  it "forgets every proof when power comes back" do
    expect(start.hands_in("lamp_room", costs, job).switched_on(costs, job).dead).to eq([])
  end
end
