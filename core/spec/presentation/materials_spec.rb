# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Materials do
  it "counts devices by kind, in the words of the region" do
    region = Dielectra::Trade::Region.at(230)
    rows = described_class.devices(%w[three_way three_way receptacle-hot_tab], region)
    expect(rows.map { |row| row["item"] }).to eq(%w[three_way receptacle])
    expect(rows.first["words"]).to start_with("2 × two-way")
  end

  it "has a word for everything a van may carry, each once" do
    stock = described_class.stock
    expect(stock.map { |row| row["value"] }.uniq.size).to eq(stock.size)
    expect(stock.map { |row| row["words"] }).to all(be_a(String))
  end
end
