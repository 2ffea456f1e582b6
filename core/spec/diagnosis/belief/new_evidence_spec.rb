# frozen_string_literal: true

require_relative "../../support/stair_steps"

# Each example takes some steps in the tower stair house and checks the evidence of the last one.
RSpec.describe Dielectra::Diagnosis::NewEvidence do
  include StairSteps

  let(:job) { demo_job("tower_stair") }
  let(:world) { Dielectra::Diagnosis::World.new(job) }

  # @return [Dielectra::Diagnosis::NewEvidence] of the last step
  def of(*steps)
    steps
      .each_index
      .reduce(nil) do |last, at|
        before, after = [at, at + 1].map { |count| situation_after(*steps.first(count)) }
        seen = Dielectra::Diagnosis::Observation.of(steps[at], before, at + 1, world)
        described_class.new(world, last&.all || [], seen, before, after)
      end
  end

  def watched(light, breaker = "on")
    { "do" => "watch", "answer" => { "loads" => { "L1" => light }, "breakers" => { "B1" => breaker } } }
  end

  it "drops how the lights behaved if the first look finds a breaker off" do
    report = { "do" => "report", "positions" => { "S1" => "up" }, "answer" => { "loads" => { "L1" => "off" } } }
    off = of(report, watched("off", "off"))
    expect(off).to be_excuses
    expect([off.all, off.without_lights].map { |some| some.map(&:what).include?(:lamp) }).to eq([true, false])
    expect(of(report, watched("off"))).not_to be_excuses
  end

  it "suspects a fault that comes and goes where a light flickers, or is another with nothing touched" do
    known = [set("S1", "up"), set("S2", "up")]
    expect(of(*known, watched("flickers"))).to be_intermittent
    expect(of(*known, watched("on"), watched("off"))).to be_intermittent
    expect(of(*known, watched("on"), set("S1", "down"), watched("off"))).not_to be_intermittent
  end

  it "suspects nothing that is suspected already" do
    world.intermittent = true
    world.tripping = true
    expect([of(watched("flickers")).intermittent?, of(watched("off", "tripped")).tripping?]).to eq([false, false])
  end

  it "takes a trip that was reported, and found, for one and not two" do
    expect(of(watched("off", "tripped"))).to be_tripping
    twice = of(watched("off", "tripped"), watched("off", "tripped"))
    expect(twice.all.count { |one| one.what == :breaker && one.reading == "tripped" }).to eq(1)
  end

  it "asks for another listing where a box opens, and for none where a toggle is thrown" do
    step = { "do" => "open", "place" => "tower_door" }
    open = step.merge("answer" => Dielectra::Practice::House.new(demo_circuit("tower_stair")).answer(step))
    expect([of(open).lists?, of(set("S1", "up")).lists?]).to eq([true, false])
  end
end
