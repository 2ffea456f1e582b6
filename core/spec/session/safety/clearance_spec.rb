# frozen_string_literal: true

RSpec.describe Dielectra::Session::Clearance do
  let(:session) { opened("boathouse", "slip_door", "boathouse") }
  let(:belief) { session.belief }
  let(:shorted) { belief.hypotheses.select { |item| item.fault(:short) } }
  let(:arrangement) { belief.world.same(session.situation.arrangement) }
  let(:toggles) { Dielectra::Diagnosis::Toggles.now(belief.world, session.situation) }
  let(:clearance) { described_class.new(belief, shorted, arrangement, toggles) }
  let(:pairs) { session.situation.opened.keys.flat_map { |place| session.situation.points(place).combination(2).to_a } }

  # In each state whether two points are joined by copper, or :perhaps by a load.
  def beeps(hypothesis, pair)
    path = belief.prediction.path(hypothesis, arrangement, *pair)
    toggles.bits.map do |state|
      path.sure.anybits?(state) || (path.loads.any? { |_, mask| mask.anybits?(state) } && :perhaps)
    end
  end

  it "finds in ohms a pair that is copper if it is shorted, and is not if it is as it should be" do
    expect(shorted).not_to be_empty
    pair = clearance.best_in_ohms(pairs)
    sound = belief.hypotheses.find { |item| !shorted.include?(item) }
    expect([beeps(sound, pair).uniq.include?(true), shorted.any? { |item| beeps(item, pair).all?(true) }]).to eq(
      [false, true]
    )
  end

  it "asks for nothing that goes either way, nor for what tells nothing" do
    through_lamp = pairs.select { |pair| beeps(belief.hypotheses.first, pair).include?(:perhaps) }
    expect(through_lamp).not_to be_empty
    expect(clearance.best(through_lamp)).to be_nil
    expect(clearance.best([%w[slip_door/1.bare slip_door/1.bare]])).to be_nil
  end

  it "clears several hazards one after the other" do
    house = Dielectra::Practice::Scenario.new(Random.new(6_400_004))
    session = play(Dielectra::Practice::House.new(house.circuit, random: Random.new(6_400_005)), house.job)
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(["solved", ["joint_open"]])
  end
end
