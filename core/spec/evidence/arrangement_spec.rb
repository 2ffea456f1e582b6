# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Arrangement do
  let(:found) { [%w[a b c], %w[d e]] }

  it "tells the points that touch something else than before" do
    expect(
      [described_class.changed(found, found.reverse), described_class.changed(found, [%w[a b], %w[c d e]]).sort]
    ).to eq([[], %w[a b c d e]])
  end

  it "counts every point of a joint that loses or gains one, and no other" do
    expect(described_class.changed(found, [%w[a b], %w[d e]]).sort).to eq(%w[a b c])
  end

  it "brings points together along with all that touches them" do
    expect(described_class.joined(found, %w[c d]).map(&:sort)).to eq([%w[a b c d e]])
  end

  it "is the same for the same joints, in whatever order they are written" do
    one = described_class.as_found.with_joints("x", from: [], to: [%w[b a], %w[d c]])
    other = described_class.as_found.with_joints("x", from: [], to: [%w[c d], %w[a b]])
    expect([one == other, one.hash == other.hash, one == described_class.as_found]).to eq([true, true, false])
  end

  it "leaves bare what a device of another kind has no screw for" do
    changed =
      described_class.as_found.with_device(
        "S1",
        "single_pole",
        place: "x",
        from: [%w[S1.common a], %w[S1.traveler_1 b], %w[S1.ground g]]
      )
    expect([changed.joints["x"], changed.kinds]).to eq([[%w[S1.ground g]], { "S1" => "single_pole" }])
  end

  it "remembers what was made anew though it is as it was" do
    there = described_class.as_found.with_joints("x", from: found, to: [%w[d e]])
    back = there.with_joints("x", from: [%w[d e]], to: found)
    expect([back.joints["x"], back.touched]).to eq([described_class.canonical(found), %w[a b c]])
  end
end

RSpec.describe Dielectra::Evidence::Arrangement, "as a value" do
  it "is the same by value, whatever the order" do
    one = described_class.as_found.with_joints("a", from: [], to: [%w[p q], %w[r s]])
    other = described_class.as_found.with_joints("a", from: [], to: [%w[s r], %w[q p]])
    expect([one, one.hash]).to eq([other, other.hash])
  end

  it "is the same after it was written and read by a process that hashes otherwise" do
    one = described_class.as_found.with_joints("a", from: [], to: [%w[p q]])
    expect(one.marshal_dump.keys).not_to include(:@hash)
    expect({ Marshal.load(Marshal.dump(one)) => 1 }[one]).to eq(1)
  end

  it "counts a point as changed when anything it touches changed" do
    expect(described_class.changed([%w[p q r]], [%w[p q]])).to contain_exactly("p", "q", "r")
    expect(described_class.changed([%w[p q]], [%w[q p]])).to be_empty
  end

  it "remakes what a new device holds" do
    fitted =
      described_class.as_found.with_device(
        "S1",
        "single_pole",
        place: "a",
        from: [%w[S1.terminal_1 a/1.black], %w[a/1.white a/2.white]]
      )
    expect(fitted.touched).to include("a/1.black")
    expect(fitted.touched).not_to include("a/1.white")
  end
end
