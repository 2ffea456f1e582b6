# frozen_string_literal: true

RSpec.describe Dielectra::Design::Shapes do
  it "has every labeled tree with every way in where nothing limits it: n to the power of n - 1" do
    trees = ->(boxes) { described_class.of(1, 1, boxes, 9).map { |shape| shape.edges.map(&:sort).sort }.uniq.size }
    expect([2, 3, 4].map(&trees)).to eq([2, 9, 64])
  end

  it "leaves out what would put too much on a run" do
    all = described_class.of(2, 1, 3, 9).size
    limited = described_class.of(2, 1, 3, 3)
    expect(limited.size).to be_between(1, all - 1)
    expect(limited.flat_map(&:widths)).to all(be <= 3)
  end
end
