# frozen_string_literal: true

RSpec.describe Dielectra::Design::Circuits do
  it "gives the first circuit the plain names, and tells further ones by theirs" do
    names = [0, 1].map { |number| described_class.named("line", number) }
    expect(names).to eq(%w[line line_circuit_2])
    expect(names.map { |name| described_class.number(name) }).to eq([0, 1])
  end

  it "has a line of its own, and no neutral, for a circuit that shares the neutral of the first" do
    names = %w[line neutral].map { |name| described_class.named(name, described_class::SHARING) }
    expect(names).to eq([described_class::SHARING_LINE, "neutral"])
    expect(described_class.number(names.first)).to eq(described_class::SHARING)
    expect(described_class.feed(described_class::SHARING)).to eq(described_class.feed(0))
    expect(described_class.splits(2, 2)).to eq([[0, 0], [0, 1], [0, described_class::SHARING]])
  end

  it "knows a feed by its place" do
    feeds = [0, 1].map { |number| described_class.feed(number) }
    expect(feeds.uniq.size).to eq(2)
    expect([*feeds, "porch"].map { |place| described_class.feed?(place) }).to eq([true, true, false])
  end

  it "lists every way of putting chains on circuits, each once" do
    ways = described_class.splits(3, 2)
    expect(ways.reject { |way| way.include?(described_class::SHARING) }).to eq(
      [[0, 0, 0], [0, 0, 1], [0, 1, 0], [0, 1, 1]]
    )
    expect(ways.size).to eq(ways.uniq.size)
    expect(described_class.splits(3, 1)).to eq([[0, 0, 0]])
  end
end
