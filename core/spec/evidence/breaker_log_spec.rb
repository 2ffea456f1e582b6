# frozen_string_literal: true

require_relative "../support/stair_steps"

RSpec.describe Dielectra::Evidence::BreakerLog do
  include StairSteps

  let(:job) { demo_job("tower_stair") }
  let(:off) { { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } } }

  # The log after some steps
  def log(*steps) = situation_after(*steps).breaker_log

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

  def panel(light, *tripped)
    breakers = { "B1" => "on" }.merge(tripped.to_h { |id| [id, "tripped"] })
    { "do" => "watch", "answer" => { "loads" => { "L1" => light }, "breakers" => breakers } }
  end

  it "takes a breaker that nobody listed for the load's where it has tripped and the load is dark" do
    expect([log(panel("off", "B7")), log(panel("on", "B7"))].map(&:tripped)).to eq([%w[B7], []])
    expect(log(panel("off", "B7"), panel("on", "B7")).tripped).to eq([])
    expect(log(panel("on"), panel("off", "B7")).tripped).to eq([])
  end

  describe "a box that another breaker kept live, with the listed one on again" do
    let(:job) { Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge("steps" => [])) }
    let(:found) do
      {
        "enclosure" => "plastic",
        "cable_ends" => (1..4).map { |number| cable(number, %w[black white]) },
        "devices" => [{ "id" => "S1", "kind" => "three_way" }],
        "joints" => [
          { "points" => %w[S1.common tower_door/1.black] },
          { "points" => %w[tower_door/2.black tower_door/3.black] }
        ]
      }
    end

    def cable(number, colors)
      wires = colors.map { |color| { "id" => color, "color" => color } }
      { "id" => "tower_door/#{number}", "type" => "14/#{colors.size}", "conductors" => wires }
    end

    # @param live [Array<String>] with the listed breaker on and the one that was found off
    def settled(live, found = self.found)
      steps = [
        off,
        { "do" => "open", "place" => "tower_door", "answer" => { "found" => found } },
        { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => %w[tower_door/1.black S1.common] } },
        { "do" => "find_breaker", "point" => "tower_door/1.black", "answer" => { "device" => "B7" } },
        { "do" => "breaker", "device" => "B1", "to" => "on", "answer" => { "ok" => true } },
        { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => live } }
      ]
      situation =
        steps
          .each_with_index
          .reduce(Dielectra::Evidence::Situation.start(job)) { |so_far, (step, at)| so_far.after(step, at + 1) }
      [situation.breaker_log.trial.settled, situation.foreign.fetch("tower_door", [])]
    end

    it "is the listed one's elsewhere where it stays dead" do
      expect(settled([]).first).to eq(:elsewhere)
    end

    it "has the listed one's conductors pass through, where they touch no device of the job" do
      expect(settled(%w[tower_door/2.black tower_door/3.black])).to match(
        [:passing, include("tower_door/2", "tower_door/3")]
      )
    end

    it "is tried as well once the first box is dead with both off, where another one has tripped" do
      tripped = panel("off", "B7")
      open = { "do" => "open", "place" => "tower_door", "answer" => { "found" => found } }
      dead = { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => [] } }
      on = { "do" => "breaker", "device" => "B1", "to" => "on", "answer" => { "ok" => true } }
      live = dead.merge("answer" => { "live" => %w[tower_door/2.black tower_door/3.black] })
      expect(log(tripped).doubted(%w[B1])).to eq(%w[B1])
      expect(log(tripped, off, open, dead).trial).to have_attributes(found: "B7", settled: nil)
      expect(log(tripped, off, open, dead, on, live).trial.settled).to eq(:passing)
      elsewhere = log(tripped, off, open, dead, on, dead)
      expect([elsewhere.trial.settled, elsewhere.doubted(%w[B1])]).to eq([:elsewhere, %w[B1]])
    end

    it "has both here, where the listed one comes to a switch of the job, or in a cable that two may share" do
      expect(settled(%w[tower_door/2.black S1.traveler_1]).first).to eq(:here)
      shared =
        found.merge(
          "cable_ends" => [cable(1, %w[black white]), cable(2, %w[black red white]), cable(3, %w[black red white])]
        )
      expect(settled(%w[tower_door/2.black tower_door/3.black], shared).first).to eq(:here)
    end
  end
end
