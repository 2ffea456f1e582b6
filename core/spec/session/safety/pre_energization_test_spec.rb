# frozen_string_literal: true

# What holds the power back after wires were moved
RSpec.describe Dielectra::Session::PreEnergizationTest do
  let(:job) { demo_job("tower_stair") }
  let(:situation) { Dielectra::Evidence::Situation.start(job) }
  let(:belief) { Dielectra::Diagnosis::Belief.start(job) }
  let(:ground) { %w[tower_door/1.black tower_door/1.bare] }
  let(:metal) { %w[tower_door/1.black tower_door.box] }

  def tested(*trials) = described_class.new(situation, belief, trials)

  def trial(pair, met) = described_class::Trial.new(situation.arrangement, pair, met)

  # A breaker that was seen, with the toggles as they stand
  def seen(reading)
    instance_double(
      Dielectra::Diagnosis::Observation,
      reading:,
      what: :breaker,
      found: false,
      arrangement: belief.world.same(situation.arrangement),
      toggles: Dielectra::Diagnosis::Toggles.now(belief.world, situation)
    )
  end

  it "holds nothing back before anything was tried" do
    expect(tested).not_to be_failed
  end

  it "fails where line met ground, and passes where it did not on a second try" do
    expect(tested(trial(ground, true))).to be_failed
    expect(tested(trial(ground, true), trial(ground, false))).not_to be_failed
    expect(tested(trial(ground, true), trial(ground, true))).to be_failed
  end

  it "fails where metal may be live on both of two tries" do
    expect(tested(trial(metal, true))).not_to be_failed
    expect(tested(trial(metal, true), trial(metal, true))).to be_failed
    expect(tested(trial(metal, true), trial(metal, false))).not_to be_failed
  end

  it "fails once the breaker has tripped with the toggles where they stand" do
    allow(belief).to receive(:observations).and_return([seen("tripped")])
    expect(tested).to be_failed
    allow(belief).to receive(:observations).and_return([seen("on")])
    expect(tested).not_to be_failed
  end

  it "takes a reading in which a short would show for a short, and a lamp for none" do
    step = { "do" => "probe", "tool" => "resistance", "at" => ground }
    met =
      [0.2, 4.0, 9.6, nil].map do |ohms|
        described_class::Trial.of(step.merge("answer" => { "ohms" => ohms }), situation).met
      end
    expect(met).to eq([true, true, false, false])
  end

  it "holds only the wanted reading for a trial, and only once it was answered" do
    wanted = tested
    allow(wanted).to receive(:wanted).and_return(["tower_door", "resistance", ground])
    step = { "do" => "probe", "tool" => "resistance", "at" => ground, "answer" => { "ohms" => 9.6 } }
    expect(wanted.trial?(step)).to be(true)
    expect(wanted.trial?(step.merge("answer" => { "unsure" => true }))).to be(false)
    expect(wanted.trial?(step.merge("at" => ground.reverse))).to be(false)
  end
end
