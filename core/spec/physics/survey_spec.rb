# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Survey do
  it "goes through every combination of every switch once" do
    states =
      %w[boathouse tower_stair signal_gallery].to_h do |name|
        circuit = demo_circuit(name)
        [circuit.controls.size, described_class.combinations(circuit).uniq.size]
      end
    expect(states).to all(satisfy { |switches, combinations| combinations == 2**switches })
  end

  it "measures loads and breakers in each" do
    rows = described_class.measure(demo_circuit("boathouse"))
    expect(rows).to all(include("positions", "loads", "breakers"))
    expect(rows.map { |row| row["positions"] }.uniq.size).to eq(2)
  end
end
