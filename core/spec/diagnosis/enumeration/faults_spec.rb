# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Faults do
  let(:session) { opened("boathouse", "slip_door", "boathouse") }
  let(:hypothesis) { session.belief.hypotheses.find { |item| item.deviations.empty? } }
  let(:all) { described_class.new(hypothesis.assembly, session.belief.world).all.map(&:first) }

  it "names each hidden fault once" do
    expect(all.uniq.size).to eq(all.size)
  end

  it "suspects of two that touch only each other one, and rather the wire than the screw" do
    loose = all.select { |fault| fault.kind == :joint_open }.flat_map(&:points)
    expect(loose).to include("slip_door/1.black", "boathouse/1.black")
    expect(loose).not_to include("S1.terminal_1", "boathouse/2.white")
  end

  it "cannot tell a broken line of the feed from a dead supply, and does not try" do
    broken = all.select { |fault| fault.kind == :conductor_open }.map(&:points)
    expect(broken.flatten).not_to include(hypothesis.skeleton.runs.find(&:feed?).point("boathouse", "line"))
    expect(all.map(&:kind)).to include(:no_supply)
  end

  it "holds a joint that was seen damaged far likelier to make no contact" do
    point = "slip_door/1.black"
    prior = -> do
      found = described_class.new(hypothesis.assembly, session.belief.world).all
      found.find { |fault, _| fault.kind == :joint_open && fault.points.include?(point) }.last
    end
    before = prior.call
    hypothesis.boxes["slip_door"].damaged = [point]
    session.belief.world.faults.clear
    expect(prior.call / before).to be > 10
  end
end
