# frozen_string_literal: true

RSpec.describe Dielectra::Repair::ConductorColors do
  let(:colors) { described_class.new(Dielectra::Trade::Region.at(120)) }
  let(:run) do
    strands = %w[black red white].map { |color| instance_double(Dielectra::Design::Run::Strand, color:) }
    instance_double(Dielectra::Design::Run, strands:)
  end

  def best(*ways) = ways.min_by { |way| colors.rank(run, way) }

  it "puts the neutral on white" do
    expect([%w[line load neutral], %w[neutral line load]].map { |way| colors.cost(run, way).positive? }).to eq(
      [false, true]
    )
  end

  it "puts a traveler on white rather than a switched return" do
    expect(best(%w[traveler_1 traveler_2 load], %w[load traveler_1 traveler_2])).to eq(%w[load traveler_1 traveler_2])
  end

  it "leaves red to a traveler" do
    expect(best(%w[traveler_1 load traveler_2], %w[load traveler_1 traveler_2])).to eq(%w[load traveler_1 traveler_2])
  end
end
