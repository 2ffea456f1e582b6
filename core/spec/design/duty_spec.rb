# frozen_string_literal: true

RSpec.describe Dielectra::Design::Duty do
  def layout(edges, chain) =
    Dielectra::Design::Layout.new(
      tree: Dielectra::Design::Tree.new(edges),
      chains: [Dielectra::Design::Chain.at(chain, %w[l])]
    )

  let(:chain) { layout([%w[panel a], %w[a b], %w[b c], %w[c l]], %w[a b c]) }

  it "asks for the kind of switch that its place in the chain needs" do
    expect(%w[a b c l].map { |place| chain.duty(place).kind }).to eq(["three_way", "four_way", "three_way", nil])
    expect(layout([%w[panel a], %w[a l]], %w[a]).duty("a").kind).to eq("single_pole")
  end

  it "is served by a dimmer, and alone by a three-way" do
    alone = layout([%w[panel a], %w[a l]], %w[a]).duty("a")
    expect(
      [
        alone.served_by?("dimmer"),
        alone.served_by?("three_way"),
        alone.served_by?("four_way"),
        chain.duty("a").served_by?("dimmer_three_way"),
        chain.duty("b").served_by?("three_way")
      ]
    ).to eq([true, true, false, true, false])
  end
end
