# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Uncertainty do
  it "gives the right answer and the wrong one probabilities that sum to one" do
    expect(described_class.matches(true, true) + described_class.matches(true, false)).to be_within(1e-9).of(1)
    expect(described_class.floating_glow(true) + described_class.floating_glow(false)).to be_within(1e-9).of(1)
  end

  it "sounds through copper, hardly through a load, and less the more ohms there are" do
    chances = [0.2, 5, 20, 30, 60, 1_000, nil].map { |ohms| described_class.beeps(ohms, 30) }
    expect(chances).to eq(chances.sort.reverse)
    expect([chances.first, chances[3], chances.last]).to match([be > 0.9, be_within(0.1).of(0.5), be < 0.1])
  end

  { 1.0 => :full, 0.97 => :full, 0.3 => :floating, 0.0 => :nothing }.each do |share, name|
    it "calls #{share} of the supply #{name}" do
      expect(described_class.volts_class(share)).to eq(name)
    end
  end
end
