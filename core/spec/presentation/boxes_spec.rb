# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Boxes do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:boxes) { described_class.new(session).to_a.to_h { |box| [box["place"], box] } }

  it "shows every box of the job, open ones with cables, devices and joints" do
    expect(boxes.transform_values { |box| [box["open"], box["cables"].any?] }).to eq(
      "tower_door" => [true, true],
      "lamp_room" => [false, false],
      "stair_head" => [false, false]
    )
    expect(boxes["tower_door"]["joints"].flatten).to include("S1.common")
  end

  it "says of every conductor what it is believed to do, and how sure that is" do
    wires = boxes["tower_door"]["cables"].flat_map { |cable| cable["wires"] }.reject { |wire| wire["color"] == "bare" }
    roles = wires.flat_map { |wire| wire["roles"] }
    expect(wires.map { |wire| wire["roles"].sum { |role| role["share"] } }).to all(be_within(0.02).of(1))
    expect(roles.map { |role| role["sure"] }).to eq(roles.map { |role| role["share"] >= described_class::SURE })
  end
end
