# frozen_string_literal: true

RSpec.describe Dielectra::Trade::Position do
  it "takes up for on and down for off, and flips either" do
    expect(%w[up on down off].map { |position| described_class.raised?(position) }).to eq([true, true, false, false])
    expect(%w[up on down off tripped].map { |position| described_class.flipped(position) }).to eq(
      %w[down off up on tripped]
    )
  end
end
