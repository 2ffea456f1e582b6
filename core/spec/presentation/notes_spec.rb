# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Notes do
  subject(:notes) { described_class.new(Dielectra::Trade::Region.at(120)) }

  it "finds what holds every word, titles before mentions" do
    expect(notes.to_a("traveler").first["id"]).to eq("traveler")
    expect(notes.to_a("48 v").first["id"]).to eq("ghost")
    expect(notes.to_a("still live").map { |row| row["id"] }).to include("second_circuit")
    expect(notes.to_a("traveler zebra")).to eq([])
  end

  it "draws its boxes in both regions" do
    [120, 230].each do |volts|
      drawn = described_class.new(Dielectra::Trade::Region.at(volts)).to_a.filter_map { |row| row["box"] }
      expect(drawn.size).to eq(4)
      expect(drawn).to all(include("drawing" => include("wires")))
    end
  end

  it "says one thing a sentence, and names nothing twice" do
    rows = notes.to_a
    expect(rows.map { |row| row["id"] }.uniq.size).to eq(rows.size)
    expect(rows.flat_map { |row| row["words"] }).to all(match(/\A[A-Z0-9].*[.]\z/))
  end
end
