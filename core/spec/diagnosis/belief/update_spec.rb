# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Update do
  let(:session) { opened("boathouse", "slip_door") }

  it "weighs to one, heaviest first, without what is hopeless" do
    hypotheses = session.belief.hypotheses.map(&:dup)
    hypotheses.last.weight = hypotheses.first.weight * described_class::FLOOR / 10
    kept = described_class.normalized(hypotheses)
    expect(kept.sum(&:weight)).to be_within(1e-6).of(1)
    expect(kept.map(&:weight)).to eq(kept.map(&:weight).sort.reverse)
    expect(kept.size).to be < hypotheses.size
  end

  it "leaves nothing where nothing weighs" do
    none = session.belief.hypotheses.map(&:dup).each { |hypothesis| hypothesis.weight = 0.0 }
    expect(described_class.normalized(none)).to eq([])
  end

  it "comes to the same by looks together as one after the other" do
    world = session.belief.world
    update = described_class.new(world, session.belief.prediction)
    space = Dielectra::Diagnosis::Space.new(world, session.situation)
    looks = session.belief.observations.select { |seen| seen.what == :lamp }
    shares = ->(list) { described_class.normalized(list).to_h { |one| [one.to_s, one.weight.round(6)] } }
    together = update.fresh(space.hypotheses.map(&:dup), looks)
    in_order = update.scored(space.hypotheses.map(&:dup), looks)
    expect(shares[together]).to eq(shares[in_order])
  end
end
