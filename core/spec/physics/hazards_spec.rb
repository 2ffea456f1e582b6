# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Hazards do
  def hazards(*faults) =
    described_class.new(Dielectra::Physics::Network.new(demo_circuit("boathouse").with(faults:), { "S1" => "on" })).all

  it "finds none in a sound house" do
    expect(hazards).to eq([])
  end

  it "finds the metal that line touches and no ground holds down, and what it would do to a person" do
    circuit = demo_circuit("boathouse")
    ungrounded =
      circuit.joints.map do |joint|
        Dielectra::Circuit::Joint.new(points: joint.points.reject { |point| point == "S1.ground" })
      end
    touching = { "kind" => "short", "between" => %w[S1.terminal_1 S1.ground], "ohms" => 0 }
    network = Dielectra::Physics::Network.new(circuit.with(joints: ungrounded, faults: [touching]), { "S1" => "on" })
    found = described_class.new(network)
    expect(found.points).to eq(%w[S1.ground])
    expect(found.all.first.transform_keys(&:to_s)).to include(
      "volts" => be_within(2).of(120),
      "milliamperes" => be > 30
    )
  end

  it "does not count the panel's own bars" do
    expect(described_class.touchable(demo_circuit("boathouse"))).to all(
      satisfy { |point| !point.start_with?("panel.") }
    )
  end
end
