# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Network do
  def network(name, state = {}) = described_class.new(demo_circuit(name), state)

  it "lights the lamp only where the exchange at the lamp room lets it" do
    lit = Dielectra::Physics::Survey.measure(demo_circuit("tower_stair")).select { |row| row["loads"]["L1"] == "on" }
    expect(lit.map { |row| row["positions"] }).to eq([{ "S1" => "down", "S2" => "down" }])
  end

  it "reads the drop of the copper between lamp and supply" do
    expect(network("tower_stair", "S1" => "down", "S2" => "down").volts("L1.hot", "L1.neutral")).to be_within(0.3).of(
      119.8
    )
  end

  it "reads a cold filament as a twelfth of the hot one" do
    expect(network("tower_stair", "B1" => "off").ohms("L1.hot", "L1.neutral")).to be_within(0.01).of(
      (120**2) / 60.0 / 12
    )
  end

  it "reads an open circuit as nothing" do
    expect(network("passage", "B1" => "off").ohms("chart_room/1.black", "chart_room/2.black")).to be_nil
  end

  it "does not measure ohms on what is live" do
    expect { network("tower_stair").ohms("S1.common", "S1.traveler_1") }.to raise_error(Dielectra::InvalidInput, /live/)
  end

  it "refuses points and positions that do not exist" do
    expect { network("tower_stair").volts("S1.common", "S1.middle") }.to raise_error(
      Dielectra::InvalidInput,
      /does not exist/
    )
    expect { network("tower_stair", "S1" => "sideways") }.to raise_error(Dielectra::InvalidInput, /no position/)
  end

  it "trips the breaker on a bolted fault" do
    circuit = demo_circuit("boathouse")
    short =
      circuit.with(faults: [{ "kind" => "short", "between" => %w[boathouse/1.black boathouse/1.white], "ohms" => 0 }])
    expect(described_class.new(short).breakers).to eq("B1" => "tripped")
  end

  it "changes nothing when two travelers are exchanged at both ends of their run" do
    circuit = demo_circuit("tower_stair")
    exchanged = {
      "tower_door/2.black" => "tower_door/2.red",
      "tower_door/2.red" => "tower_door/2.black",
      "lamp_room/1.black" => "lamp_room/1.red",
      "lamp_room/1.red" => "lamp_room/1.black"
    }
    joints =
      circuit.joints.map do |joint|
        Dielectra::Circuit::Joint.new(points: joint.points.map { |point| exchanged.fetch(point, point) }, by: joint.by)
      end
    expect(Dielectra::Physics::Survey.measure(circuit.with(joints:))).to eq(Dielectra::Physics::Survey.measure(circuit))
  end

  it "does not care for the order of joints, cables and devices" do
    circuit = demo_circuit("passage")
    mixed =
      circuit.with(joints: circuit.joints.reverse, cables: circuit.cables.rotate, devices: circuit.devices.reverse)
    expect(Dielectra::Physics::Survey.measure(mixed).to_set { |row| [row["positions"].sort, row["loads"]] }).to eq(
      Dielectra::Physics::Survey.measure(circuit).to_set { |row| [row["positions"].sort, row["loads"]] }
    )
  end
end
