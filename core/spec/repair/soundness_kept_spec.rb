# frozen_string_literal: true

# Each thing that makes a circuit unsound does so by itself.
RSpec.describe Dielectra::Repair::Soundness do
  let(:soundness) { described_class.new(session.belief.world, session.belief.prediction) }

  let(:session) { opened("boathouse", "slip_door", "boathouse") }
  let(:arrangement) { session.situation.arrangement }
  let(:whole) do
    session.belief.hypotheses.find do |item|
      item.deviations.empty? && item.skeleton.runs.find(&:feed?).ends.include?("boathouse/1")
    end
  end

  let(:checks) { %i[relieved? obeying? unswitched_return? harmless? unborrowed? separate? served?] }

  it "is sound to begin with" do
    expect(soundness.sound?(whole, arrangement)).to be(true)
  end

  it "is unsound where one check alone fails, whatever else is right" do
    sound =
      checks.select do |check|
        checker = described_class.new(session.belief.world, session.belief.prediction)
        allow(checker).to receive(check).and_return(false)
        checker.sound?(whole, arrangement)
      end
    expect(sound).to be_empty
  end

  it "is unsound where line meets neutral in some position" do
    tripping = whole.reach(session.belief.world.same(arrangement)).dup
    allow(tripping).to receive(:tripped).and_return(1)
    allow(whole).to receive(:reach).and_return(tripping)
    checks.each { |check| allow(soundness).to receive(check).and_return(true) }
    expect(soundness.sound?(whole, arrangement)).to be(false)
  end

  it "does not accept a ground that carries the lamp's return" do
    borrowed =
      arrangement.with_joints(
        "boathouse",
        from: session.situation.joints("boathouse"),
        to: [%w[boathouse/1.black boathouse/2.white], %w[L1.hot boathouse/2.black], %w[L1.neutral boathouse/1.bare]]
      )
    expect(soundness.sound?(whole, borrowed)).to be(false)
  end
end
