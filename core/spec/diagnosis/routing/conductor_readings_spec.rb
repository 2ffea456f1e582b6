# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::ConductorReadings do
  # A switch box to which five single conductors run: a pair from the panel, the light's two, and a spare hand for the
  # switch.
  let(:layout) do
    Dielectra::Design::Layout.new(
      tree: Dielectra::Design::Tree.new([%w[panel a], %w[a light]]),
      chains: [Dielectra::Design::Chain.at(%w[a], ["light"])]
    )
  end
  let(:box) do
    Dielectra::Design::Workmanship.new(
      [Dielectra::Design::Workmanship::Fitting.new("S1", "single_pole", layout.duty("a"))]
    )
  end
  let(:carried) { layout.edges_at("a").map { |edge| layout.carried(edge) } }
  let(:feed) { layout.edges_at("a").index { |edge| edge.include?("panel") } }

  let(:mixed) { carried.map { |functions| functions == carried[feed] ? %w[line neutral] : %w[load neutral] } }

  def port(number)
    row = {
      "id" => "a/#{number}",
      "type" => "knob_and_tube",
      "conductors" => [{ "id" => "black", "color" => "black" }]
    }
    Dielectra::Diagnosis::Port.new([Dielectra::Circuit::CableEnd.read(row)])
  end

  def tiers(joints) = described_class.new((1..4).map { |number| port(number) }, joints).of(box, carried, [], mixed)

  # The cable ends of each run in a reading.
  def ends(reading) = reading.groups.map { |ports| ports.flat_map(&:ends) }

  it "puts what agrees with the joints first" do
    right = [%w[S1.terminal_1 a/1.black], %w[S1.terminal_2 a/3.black], %w[a/2.black a/4.black]]
    found = tiers(right).first.flatten
    expect(found.map { |reading| reading.verdict.label }.uniq).to eq([:right])
    expect(found.map { |reading| reading.groups.flatten.flat_map(&:ends).sort }.uniq).to eq([%w[a/1 a/2 a/3 a/4]])
  end

  it "takes every way for as good as any other where nothing is joined" do
    expect([tiers([]).size, tiers([]).first.flatten.map { |reading| ends(reading) }.uniq.size]).to eq([1, 24])
  end

  it "never has one conductor of the feed for line without the other way round" do
    together = tiers([]).first.map { |readings| readings.map { |reading| ends(reading)[feed] } }
    expect(together).to all(satisfy { |ways| ways.sort == ways.map(&:reverse).sort })
  end

  it "keeps the sum where it draws from too many" do
    stub_const("#{described_class}::MOST_READINGS", 8)
    expect(tiers([]).flatten.sum(&:stands_for)).to be_within(1e-9).of(24)
  end
end
