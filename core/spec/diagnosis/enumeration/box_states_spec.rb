# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::BoxStates do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:world) { session.belief.world }
  let(:states) { described_class.new(world, session.situation) }
  let(:skeleton) { Dielectra::Diagnosis::Skeleton.all(session.job, session.situation, world, most: 1).first }

  it "knows which boxes are closed" do
    expect(states.closed_places).to match_array(%w[lamp_room stair_head])
  end

  it "takes an open box as it was found, in every state of the others" do
    found = session.situation.found_joints("tower_door")
    assemblies = states.as_meant(skeleton).map(&:first)
    expect(assemblies.map { |assembly| assembly.boxes["tower_door"].joints.sort }.uniq).to eq([found.sort])
  end

  it "has one closed box deviate, or several taken apart, each combination above the floor" do
    combinations = states.deviating(skeleton, 1e-3)
    expect(combinations.map(&:last)).to all(be >= 1e-3)
    kinds = combinations.map { |boxes, _| boxes.filter_map(&:deviation).map(&:kind) }
    expect(kinds).to all(satisfy { |some| some.one? || some.uniq == [:apart] })
  end
end
