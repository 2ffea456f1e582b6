# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Rewire do
  it "says move by move what goes where, and what is needed" do
    all = opened("tower_stair", "tower_door", "lamp_room", "stair_head")
    rewire = described_class.new(all).to_h
    expect(rewire["boxes"].map { |box| box["moves"].map { |move| move.values_at("what", "from", "to") } }).to eq(
      [
        [
          ["red of cable 1", "the common screw of S2", "the traveler 2 screw of S2"],
          ["black of cable 2", "the traveler 2 screw of S2", "the common screw of S2"]
        ]
      ]
    )
    expect([rewire["ready"], rewire["materials"]]).to eq([true, []])
  end
end
