# frozen_string_literal: true

RSpec.describe Dielectra::Goals::Goal do
  let(:switches) { %w[S1 S2].map { |id| Dielectra::Evidence::Job::Control.new(id, "at_#{id}") } }
  let(:lights) { %w[L1 L2].map { |id| Dielectra::Evidence::Job::Load.new(id, "at_#{id}", "luminaire") } }

  def goal(**wanted) =
    described_class.new({ "kind" => "restore" }.merge(wanted.transform_keys(&:to_s)), switches, lights)

  # A light pattern from a rule: combination => load => on or off.
  def lights_by(goal, &) = goal.combinations.to_h { |at| [at, yield(at).transform_values { _1 ? "on" : "off" }] }

  it "groups loads by the controls that work them" do
    together = goal(control: { "L1" => %w[S1 S2], "L2" => %w[S2 S1] })
    apart = goal(control: { "L1" => %w[S1], "L2" => %w[S2] })
    groups = ->(one) { one.groups.map { |group| [group.control_ids, group.load_ids] } }
    expect(groups[together]).to eq([[%w[S1 S2], %w[L1 L2]]])
    expect(groups[apart]).to eq([[%w[S1], %w[L1]], [%w[S2], %w[L2]]])
  end

  it "wants the first load worked by every control where the job says nothing" do
    expect(goal.groups.map { |group| [group.control_ids, group.load_ids] }).to eq([[%w[S1 S2], %w[L1]]])
  end

  it "is obeyed where each control changes its loads from every state of the others" do
    one = goal(control: { "L1" => %w[S1 S2] })
    alternating = lights_by(one) { |at| { "L1" => at["S1"] == at["S2"] } }
    series = lights_by(one) { |at| { "L1" => at.values.all?("up") } }
    expect([one.obeyed?(alternating), one.obeyed?(series)]).to eq([true, false])
  end

  it "is not obeyed where a control works the loads of another group" do
    two = goal(control: { "L1" => %w[S1], "L2" => %w[S2] })
    right = lights_by(two) { |at| { "L1" => at["S1"] == "up", "L2" => at["S2"] == "up" } }
    crossed = lights_by(two) { |at| { "L1" => at["S1"] == "up", "L2" => at["S2"] == at["S1"] } }
    expect([two.obeyed?(right), two.obeyed?(crossed)]).to eq([true, false])
  end

  it "is not obeyed by a light that is dim" do
    one = goal(control: { "L1" => %w[S1] })
    expect(one.obeyed?(one.combinations.to_h { |at| [at, { "L1" => at["S1"] == "up" ? "on" : "dim" }] })).to be(false)
  end

  it "sees lights that do not do the same, and silence" do
    both = goal(control: { "L1" => %w[S1 S2], "L2" => %w[S1 S2] })
    seen = [{ "L1" => "on", "L2" => "on" }, { "L1" => "on", "L2" => "off" }, {}]
    expect(seen.map { |loads| both.light({ "loads" => loads }) }).to eq(["on", described_class::MIXED, nil])
  end

  it "knows halves of receptacles by the receptacle" do
    receptacle = Dielectra::Evidence::Job::Load.new("R1", "wall", "receptacle")
    half = described_class.new({ "control" => { "R1.1" => %w[S1] }, "always" => %w[R1.2] }, switches, [receptacle])
    expect([half.half?("R1"), half.parts.map(&:to_s), half.always.map(&:to_s), half.always_elsewhere]).to eq(
      [true, %w[R1.1], %w[R1.2], []]
    )
    expect(half.light_of({ "loads" => { "R1.1" => "on" } }, "R1")).to eq("on")
  end

  it "names what is to change in the house" do
    changed = goal(new: [{ "id" => "S3", "kind" => "three_way" }], runs: [])
    expect([changed.new_ids, changed.changes]).to eq([%w[S3], %w[new]])
  end
end
