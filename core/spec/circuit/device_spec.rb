# frozen_string_literal: true

RSpec.describe Dielectra::Circuit::Device do
  def device(kind, **settings) =
    described_class.new(id: "D1", kind:, place: "a", settings: settings.transform_keys(&:to_s))

  it "joins by its position, and the other way round where it is reversed" do
    straight = device("three_way", position: "up")
    reversed = device("three_way", position: "up", reversed: true)
    expect(straight.closed.map(&:sort)).to eq([%w[D1.common D1.traveler_1]])
    expect(reversed.closed.map(&:sort)).to eq([%w[D1.common D1.traveler_2]])
  end

  it "joins through its tabs while they are whole" do
    joined = %w[intact removed].map { |tab| device("receptacle", hot_tab: tab, neutral_tab: "removed").closed.size }
    expect(joined).to eq([1, 0])
  end

  it "writes what it read" do
    row = { "id" => "S1", "kind" => "three_way", "place" => "a", "position" => "up" }
    expect(described_class.read(row).to_h).to eq(row)
  end
end
