# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::BreakerLog do
  let(:job) { demo_job("tower_stair") }
  let(:off) { { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } } }

  # The log after some steps
  def log(*steps) =
    steps
      .each_with_index
      .reduce(Dielectra::Evidence::Situation.start(job)) { |so_far, (step, at)| so_far.after(step, at + 1) }
      .breaker_log

  def look(light) = { "do" => "watch", "answer" => { "loads" => { "L1" => light } } }

  def set(id, to) = { "do" => "set", "device" => id, "to" => to, "answer" => { "ok" => true } }

  it "has a breaker proved by a light that goes out with it" do
    expect(log(look("on"), off).pending).to have_attributes(breaker: "B1", loads: ["L1"])
    expect(log(look("on"), off, look("off")).proved["B1"]).to have_attributes(step: 3, loads: ["L1"])
  end

  it "looks for another one where the light stays on" do
    seen = log(look("on"), off, look("on"))
    expect([seen.proved, seen.stayed, seen.searched]).to eq([{}, { "B1" => 3 }, "L1"])
  end

  it "learns nothing from a breaker that goes off while all is dark, or after a toggle was thrown" do
    [[look("off"), off], [look("on"), set("S1", "up"), off]].each do |steps|
      expect(log(*steps, look("off"))).to have_attributes(pending: nil, proved: {})
    end
  end

  it "knows the way back to the light, and one throw further where nobody has looked" do
    both = [set("S1", "up"), set("S2", "up")]
    lit = log(*both, look("on"), set("S1", "down"), look("off"))
    expect(lit.way_to_light({ "S1" => "down", "S2" => "up" })).to eq({ "S1" => true, "S2" => true })
    once = log(look("on"), *both, look("off"))
    expect(once.way_to_light({ "S1" => "up", "S2" => "up" })).to eq({ "S1" => false, "S2" => true })
    expect(log(*both, look("off")).way_to_light({ "S1" => "up", "S2" => "up" })).to be_nil
  end
end
