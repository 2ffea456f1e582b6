# frozen_string_literal: true

RSpec.describe Dielectra::PointId do
  # A point: its owner, its part, what stands first, and what it is.
  [
    ["porch/2.red", "porch/2", "red", "porch", :conductor],
    ["porch/~hall.red", "porch/~hall", "red", "porch", :conductor],
    ["S1.common", "S1", "common", "S1", :screw],
    ["S1.ground", "S1", "ground", "S1", :metal],
    ["porch.box", "porch", "box", "porch", :metal]
  ].each do |point, owner, part, head, kind|
    it "reads #{point}" do
      expect([described_class.owner(point), described_class.part(point), described_class.head(point)]).to eq(
        [owner, part, head]
      )
      expect([described_class.conductor?(point), described_class.metal?(point)]).to eq(
        [kind == :conductor, kind == :metal]
      )
    end
  end

  it "tells a device's screws from its yoke, and from another's whose name begins alike" do
    of = %w[S1.common S1.ground S10.common].map { |point| described_class.of?(point, "S1") }
    current = %w[S1.common S1.ground S10.common].map { |point| described_class.screw_of?(point, "S1") }
    expect([of, current]).to eq([[true, true, false], [true, false, false]])
  end

  it "does not take a grounding conductor for metal" do
    expect(described_class.metal?("porch/2.ground")).to be(false)
  end
end
