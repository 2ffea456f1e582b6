# frozen_string_literal: true

RSpec.describe Dielectra::Meter::Doubt do
  it "doubts volts that are neither the full voltage nor none" do
    doubts = [0, 3, 119, 124, 238, 57, 90].to_h { |value| [value, described_class.new(120).of("volts", value)] }
    expect(doubts.compact.keys).to eq([57, 90])
    expect(doubts[57]).to start_with("57 V is neither full voltage nor 0 V.")
    expect(described_class.new(230).of("volts", 119)).to be_a(String)
  end

  it "doubts no ohms, and nothing open" do
    expect([0.3, 12, 8_000, nil].map { |value| described_class.new(120).of("ohms", value) }).to all(be_nil)
    expect(described_class.new(120).of("volts", nil)).to be_nil
  end
end
