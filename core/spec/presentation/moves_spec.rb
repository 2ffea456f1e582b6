# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Moves do
  it "says of each conductor that changes where it comes from and goes, and of no other" do
    before = [%w[S1.common a/1.black], %w[S1.traveler_1 a/2.red], %w[a/1.white a/2.white]]
    after = [%w[S1.common a/2.red], %w[a/1.white a/2.white]]
    expect(described_class.between(before, after)).to eq(
      [
        { "what" => "black of cable 1", "from" => "the common screw of S1", "to" => "loose, capped" },
        { "what" => "red of cable 2", "from" => "the traveler 1 screw of S1", "to" => "the common screw of S1" }
      ]
    )
  end
end
