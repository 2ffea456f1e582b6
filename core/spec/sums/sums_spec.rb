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
    expect(described_class::Wire.drop("14/2", 100, 10)).to eq(6.14)
    expect(described_class::Wire.amperes(120, 0.8)).to eq(150.0)
  end

  it "loses volts in warm copper, in square millimeters too" do
    expect([described_class::Wire.drop("12/2", 100, 10), described_class::Wire.drop("1.5/2", 100, 10)]).to eq(
      [3.86, 8.82]
    )
  end

  it "tells a dead short from a load, and what trips at once" do
    wire = described_class::Wire
    expect([0.8, 5.4].map { |ohms| [wire.dead_short?(ohms), wire.trips_at_once?(120, ohms, 15)] }).to eq(
      [[true, false], [false, false]]
    )
    expect(wire.trips_at_once?(120, 0.5, 15)).to be(true)
  end

  it "is within reach of grounded metal either way" do
    expect([[9, 4], [7, 6], [9, 6]].map { |way| described_class::Reach.near?(*way) }).to eq([true, true, false])
  end

  it "counts clamps once, and each conductor by its own gauge" do
    fill = described_class::BoxFill.new(conductors: { "14" => 2, "12" => 2 }, yokes: { "12" => 1 }, clamps: true)
    expect(fill.needed).to eq(4.0 + 4.5 + 4.5 + 2.25)
    expect(fill.working).to eq("2 × 14 AWG 4.0 + 2 × 12 AWG 4.5 + 1 device 4.5 + clamps 2.25 = 15.25 in³")
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
    aluminum = ->(amps) { described_class::Breaker.enough?("12/2", amps, aluminum: true) }
    expect([aluminum.call(15), aluminum.call(20)]).to eq([true, false])
    expect(described_class::Breaker.enough?("1.0/2", 32)).to be(false)
    expect(
      [%w[14/2 20], %w[12/2 20], %w[raceway 20]].map { |type, amps| described_class::Breaker.enough?(type, amps.to_i) }
    ).to eq([false, true, true])
  end

  it "knows standard boxes by their size, and the smallest that holds what is to go in" do
    boxes = [10, 19, 40, 100].map { |needed| Dielectra::Trade::StandardBox.for("switch_box", needed).volume_in3 }
    expect(boxes).to eq([18.0, 22.5, 44.0, 44.0])
    expect(Dielectra::Trade::StandardBox.for("luminaire_box", 16, enclosure: "metal").volume_in3).to eq(21.5)
  end

  it "gives each gauge its breaker, and no larger one" do
    most =
      %w[14 12 10].to_h do |gauge|
        [gauge, (5..60).step(5).select { |amps| described_class::Breaker.enough?(gauge, amps) }.max]
      end
    expect(most).to eq({ "14" => 15, "12" => 20, "10" => 30 })
  end
end
