# frozen_string_literal: true

RSpec.describe Dielectra::Sums do
  it "adds up what a box holds" do
    fill = described_class::BoxFill.new(conductors: { "14" => 5 }, yokes: { "14" => 1 }, grounds: 3)
    expect([fill.needed, fill.fits?(18.0), fill.fits?(14.0)]).to eq([16.0, true, false])
  end

  it "counts grounds over four by the edition" do
    five = ->(edition) { described_class::BoxFill.new(conductors: { "12" => 4 }, grounds: 6, edition:).needed }
    expect([five.call(2017), five.call(2020)]).to eq([11.25, 12.38])
  end

  it "turns ohms into feet and back into volts lost" do
    expect(described_class::Wire.feet("14/2", 0.505)).to eq(100.0)
    expect(described_class::Wire.drop("14/2", 100, 10)).to eq(5.05)
    expect(described_class::Wire.amperes(120, 0.8)).to eq(150.0)
  end

  it "adds slack and free ends to a run" do
    expect(described_class::Wire.needed(20)).to eq(25)
  end

  it "takes off what a dimmer loses beside others" do
    fins = (1..3).map { |at| described_class::DimmerLoad.fins_off(3, at) }
    expect(fins.map { |off| described_class::DimmerLoad.allowed(600, off) }).to eq([480, 402, 480])
    expect(described_class::DimmerLoad.fins_off(1, 1)).to eq(0)
  end

  it "knows the gauge that goes with a breaker" do
    expect(
      [%w[14/2 20], %w[12/2 20], %w[raceway 20]].map { |type, amps| described_class::Breaker.enough?(type, amps.to_i) }
    ).to eq([false, true, true])
  end

  it "knows standard boxes by their size, and the smallest that holds what is to go in" do
    boxes = [10, 19, 40, 100].map { |needed| Dielectra::Trade::StandardBox.for("switch_box", needed).volume_in3 }
    expect(boxes).to eq([18.0, 22.5, 44.0, 44.0])
    expect(Dielectra::Trade::StandardBox.for("luminaire_box", 16, enclosure: "metal").volume_in3).to eq(21.5)
  end
end
