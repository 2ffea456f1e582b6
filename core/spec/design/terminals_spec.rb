# frozen_string_literal: true

RSpec.describe Dielectra::Design::Terminals do
  def terminals(kind, duty) = described_class.new(Dielectra::Design::Workmanship::Fitting.new("S1", kind, duty))

  let(:present) { Dielectra::Design::Scheme::PRESENT }

  it "puts the line on the common of the first three-way, and travelers on the others" do
    duty = Dielectra::Design::Duty.of_control(0, 1, present)
    variants = terminals("three_way", duty).variants
    expect(variants).to all(include("S1.common" => %w[line]))
    expect(variants.first.values_at("S1.traveler_1", "S1.traveler_2").flatten.uniq).to match_array(
      %w[traveler_1 traveler_2]
    )
  end

  it "lets a four-way take either hop on either pair" do
    duty = Dielectra::Design::Duty.of_control(1, 2, present)
    expect(terminals("four_way", duty).variants.size).to eq(2)
  end
end
