# frozen_string_literal: true

require "csv"

RSpec.describe Dielectra::Physics::Table do
  it "has a row for each combination, and the volts of every point" do
    circuit = demo_circuit("tower_stair")
    rows = CSV.parse(described_class.new(circuit).to_s, headers: true)
    expect(rows.size).to eq(4)
    expect(rows.headers.grep(%r{ V\z}).size).to eq(Dielectra::Physics::Network.new(circuit).wiring.points.size)
  end

  it "leaves the volts of a floating point empty" do
    rows = CSV.parse(described_class.new(demo_circuit("boathouse"), { "B1" => "off" }).to_s, headers: true)
    expect(rows["B1"].uniq).to eq(["off"])
    expect(rows.first.to_h.select { |name, _| name.end_with?(" V") }.values.uniq - [nil, "0.0", "-0.0"]).to eq([])
  end
end
