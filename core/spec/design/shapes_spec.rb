# frozen_string_literal: true

RSpec.describe Dielectra::Design::Shapes do
  def shapes(switches, boxes, most) = described_class.of(described_class.chain(switches, 1), boxes, most)

  it "has every labeled tree with every way in where nothing limits it: n to the power of n - 1" do
    trees = ->(boxes) { shapes(1, boxes, 9).map { |shape| shape.edges.map(&:sort).sort }.uniq.size }
    expect([2, 3, 4].map(&trees)).to eq([2, 9, 64])
  end

  it "leaves out what would put too much on a run" do
    all = shapes(2, 3, 9).size
    limited = shapes(2, 3, 3)
    expect(limited.size).to be_between(1, all - 1)
    expect(limited.flat_map(&:widths)).to all(be <= 3)
  end

  it "shares line and neutral between chains, and gives each its own load" do
    all = described_class.of([[[0], [1]], [[0], [2]]], 3, 4)
    widths = ->(edges) do
      shape = all.find { |one| one.edges.map(&:sort).sort == edges } or next
      shape.edges.map(&:sort).zip(shape.widths).to_h
    end
    expect(widths[[[-1, 0], [0, 1], [0, 2]]].values_at([-1, 0], [0, 1], [0, 2])).to eq([2, 2, 2])
    expect(widths[[[-1, 0], [0, 1], [1, 2]]].values_at([-1, 0], [0, 1], [1, 2])).to eq([2, 3, 2])
  end
end
