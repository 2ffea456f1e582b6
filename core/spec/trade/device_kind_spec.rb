# frozen_string_literal: true

RSpec.describe Dielectra::Trade::DeviceKind do
  # What is closed in which position.
  {
    %w[single_pole on] => [%w[terminal_1 terminal_2]],
    %w[single_pole off] => [],
    %w[single_pole up] => [%w[terminal_1 terminal_2]],
    %w[three_way up] => [%w[common traveler_1]],
    %w[three_way down] => [%w[common traveler_2]],
    %w[three_way on] => [%w[common traveler_1]],
    %w[four_way up] => [%w[pair_1_a pair_2_a], %w[pair_1_b pair_2_b]],
    %w[four_way down] => [%w[pair_1_a pair_2_b], %w[pair_1_b pair_2_a]],
    %w[double_pole on] => [%w[line_1 load_1], %w[line_2 load_2]],
    %w[electronic on] => [%w[line load]],
    %w[luminaire up] => []
  }.each do |(kind, position), closed|
    it "knows what a #{kind} closes #{position}" do
      expect(described_class[kind].closed(position)).to eq(closed)
    end
  end

  it "takes a position for each gang of a combination" do
    expect(described_class["combination"].closed(%w[on off])).to eq([%w[common_1 out_1]])
    expect(described_class["combination"].closed(%w[on on])).to eq([%w[common_1 out_1], %w[common_2 out_2]])
  end

  it "says a position in the device's own words" do
    expect(described_class["single_pole"].position_named("up")).to eq("on")
    expect(described_class["three_way"].position_named("off")).to eq("down")
    expect(described_class["three_way"].position_named("sideways")).to be_nil
  end

  it "gives every contact once" do
    expect(described_class["four_way"].contacts.size).to eq(4)
  end

  it "tells what carries current from what is ground" do
    expect(described_class["three_way"].live_terminals).to eq(%w[common traveler_1 traveler_2])
  end

  it "has every screw once on every face" do
    described_class.all.each do |kind|
      [nil, *kind.faces.keys].each do |face|
        expect(kind.screws(face).map { |screw| screw["terminal"] }).to match_array(kind.terminals),
        "#{kind.name} #{face}"
      end
    end
    expect(described_class["three_way"].faces).to include(nil => "common below a traveler", "leads" => "leads")
  end

  it "shows the common where it sits" do
    sides = ->(face) { described_class["three_way"].screws(face).group_by { |screw| screw["side"] } }
    expect(sides["alone"]["right"].map { |screw| screw["terminal"] }).to eq(%w[ground common])
    expect(described_class["three_way"].screws("leads").map { |screw| screw["finish"] }.uniq).to eq(["lead"])
    expect(described_class["dimmer"].screws("screws").map { |screw| screw["finish"] }).to eq(%w[green brass brass])
  end

  it "raises for a kind nobody knows" do
    expect { described_class["knife"] }.to raise_error(KeyError)
  end

  it "never lets a table be changed" do
    expect { Dielectra::Trade.costs["walk"] = 0 }.to raise_error(FrozenError)
  end

  {
    "white" => [true, true],
    "bare" => [false, false],
    "blue" => [false, false],
    "red_white" => [true, true]
  }.each do |color, (neutral, marked)|
    it "knows what #{color} hints at" do
      expect([Dielectra::Trade::Color.neutral?(color), Dielectra::Trade::Color.marked_when_hot?(color)]).to eq(
        [neutral, marked]
      )
    end
  end

  it "knows the copper of a gauge" do
    expect(Dielectra::Trade::CableType.ohms_per_foot("12/3")).to eq(1.588 / 1000)
    expect(Dielectra::Trade::CableType.ohms_per_foot("raceway")).to eq(2.525 / 1000)
  end
end
