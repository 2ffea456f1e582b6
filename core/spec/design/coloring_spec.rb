# frozen_string_literal: true

RSpec.describe Dielectra::Design::Coloring do
  def best(functions, colors, **options) = described_class.ways(functions, colors, **options).first.functions

  it "puts the neutral on white" do
    expect(best(%w[line neutral], %w[black white])).to eq(%w[line neutral])
  end

  it "brings line down on the white of a loop, as a rule and not always" do
    ways = described_class.ways(%w[line load], %w[black white])
    expect(ways.map(&:functions)).to eq([%w[load line], %w[line load]])
    expect(ways.last.weight).to be > 0.05
  end

  it "keeps every way of a three-wire run" do
    expect(described_class.ways(%w[traveler_1 traveler_2 neutral], %w[black red white]).size).to eq(6)
  end

  it "holds an outlet's colors to be what they say" do
    expect(described_class.ways(%w[line neutral], %w[black white], polarized: :onward).size).to eq(1)
  end

  it "trusts the colors less where line and neutral go on to a switch together" do
    ways = described_class.ways(%w[leg_1 line neutral], %w[black red white])
    white = ways.group_by { |way| way.functions.last }.transform_values { |some| some.sum(&:weight) }
    expect(white["neutral"]).to be > white["line"]
    expect(white["line"]).to be > 0.05
  end

  it "weighs to one" do
    expect(described_class.ways(%w[line load], %w[black red white]).sum(&:weight)).to be_within(1e-9).of(1)
  end

  it "finds the likeliest of many ways as if all were listed" do
    colors = %w[black red blue yellow white] * 2
    functions = %w[line neutral traveler_1 traveler_2]
    all = described_class.ways(functions, colors)
    some = described_class.likeliest(functions, colors, 6)
    expect(some.map(&:weight)).to eq(some.map(&:weight).sort.reverse)
    expect(some.map { |way| all.find { |one| one.functions == way.functions }.weight }).to match(
      some.map { |way| be_within(1e-9).of(way.weight) }
    )
    expect(some.first.weight).to be_within(1e-9).of(all.first.weight)
  end
end
