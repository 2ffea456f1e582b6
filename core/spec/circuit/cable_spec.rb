# frozen_string_literal: true

RSpec.describe Dielectra::Circuit::Cable do
  def cable(**more) =
    described_class.new(
      ends: %w[a/1 b/1],
      type: "14/2",
      conductors: [Dielectra::Circuit::Conductor.new(ids: %w[black black], color: "black")],
      **more
    )

  it "has a conductor's two points, first end first" do
    one = cable
    expect(one.points(one.conductors.first)).to eq(%w[a/1.black b/1.black])
  end

  it "has the ohms of its length, and of a usual one where nobody measured" do
    expect(cable(length_ft: 100).ohms).to be_within(1e-9).of(2 * cable(length_ft: 50).ohms)
    expect(cable.ohms).to eq(cable(length_ft: described_class::USUAL_FT).ohms)
  end

  { "emt" => true, "ac" => true, "nm" => false, "knob_and_tube" => false, nil => false }.each do |method, bonds|
    it "#{bonds ? "bonds" : "does not bond"} the boxes at its ends as #{method || "nothing that was named"}" do
      expect(cable(method:).bonding?).to be(bonds)
    end
  end

  it "does not bond where its sheath is broken" do
    expect(cable(method: "emt", sheath: "broken").bonding?).to be(false)
  end
end
