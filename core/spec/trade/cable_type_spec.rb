# frozen_string_literal: true

RSpec.describe Dielectra::Trade::CableType do
  it "has copper that loses less the thicker it is" do
    ohms = %w[14/2 12/2 10/2].map { |type| described_class.ohms_per_foot(type) }
    expect(ohms).to eq(ohms.sort.reverse)
    expect(ohms.first).to be_within(0.0003).of(0.0026)
  end

  it "takes 14 AWG where the type does not say" do
    expect(described_class.ohms_per_foot("knob_and_tube")).to eq(described_class.ohms_per_foot("14/2"))
  end

  it "has a cable for two, three and four conductors, with as many colors" do
    expect([2, 3, 4].map { |count| described_class.colors(described_class.with_conductors(count)).size }).to eq(
      [2, 3, 4]
    )
  end
end
