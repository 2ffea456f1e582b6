# frozen_string_literal: true

RSpec.describe Dielectra::Design::Tree do
  let(:tree) { described_class.new([%w[panel a], %w[a b], %w[a l], %w[b c]]) }

  it "knows what lies on either side of a run" do
    edge = tree.edges[1]
    expect(
      [
        tree.parts?(edge, tree.mask(%w[panel c])),
        tree.parts?(edge, tree.mask(%w[b c])),
        tree.parts?(edge, tree.mask(%w[panel l]))
      ]
    ).to eq([true, false, false])
  end

  it "goes inward from the leaves, every place's run to the root last" do
    order = tree.inward("panel")
    expect([order.size, order.last, order.index(%w[b c]) < order.index(%w[a b])]).to eq([4, %w[panel a], true])
  end
end
