# frozen_string_literal: true

RSpec.describe Dielectra::EndId do
  it "reads a cable end: its place and its number" do
    expect([described_class.place("porch/12"), described_class.number("porch/12")]).to eq(%w[porch 12])
  end

  it "tells one that was seen from one that was not, and from two that make one run" do
    hidden = described_class.unseen("porch", "hall")
    pair = described_class.joined(%w[porch/1 porch/2])
    expect([hidden, pair]).to eq(%w[porch/~hall porch/1+porch/2])
    expect(["porch/1", hidden, pair].map { |id| described_class.single?(id) }).to eq([true, false, false])
    expect([described_class.members(pair), described_class.seen_part(hidden)]).to eq([%w[porch/1 porch/2], "porch"])
  end
end
