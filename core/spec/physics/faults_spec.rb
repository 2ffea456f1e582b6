# frozen_string_literal: true

# What each fault of the format does, seen with numbers in the boathouse: lamp with the switch on, lamp with it off,
# breaker.
RSpec.describe "Faults in the network" do
  def measured(*faults)
    rows =
      Dielectra::Physics::Survey
        .measure(demo_circuit("boathouse").with(faults:))
        .to_h { |row| [row["positions"]["S1"], row] }
    [rows["on"]["loads"]["L1"], rows["off"]["loads"]["L1"], rows.values.map { |row| row["breakers"]["B1"] }.max]
  end

  {
    [] => %w[on off on],
    [{ "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }] => %w[off off on],
    [{ "kind" => "contact_stuck_closed", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }] => %w[on on on],
    [{ "kind" => "contact_resistive", "device" => "S1", "contact" => %w[terminal_1 terminal_2], "ohms" => 1200 }] => %w[
      dim
      off
      on
    ],
    [{ "kind" => "contact_resistive", "device" => "S1", "contact" => %w[terminal_1 terminal_2], "ohms" => 20 }] => %w[
      on
      off
      on
    ],
    [{ "kind" => "conductor_open", "cable" => %w[boathouse/2 slip_door/1], "conductor" => "white" }] => %w[off off on],
    [{ "kind" => "conductor_open", "cable" => %w[panel/1 boathouse/1], "conductor" => "white" }] => %w[off off on],
    [{ "kind" => "conductor_open", "cable" => %w[panel/1 boathouse/1], "conductor" => "bare" }] => %w[on off on],
    [{ "kind" => "joint_open", "point" => "boathouse/2.black" }] => %w[off off on],
    [{ "kind" => "lamp_burnt", "device" => "L1" }] => %w[off off on],
    [{ "kind" => "short", "between" => %w[boathouse/2.black boathouse/2.bare], "ohms" => 0 }] => %w[off off tripped],
    [{ "kind" => "short", "between" => %w[slip_door/1.black slip_door/1.white], "ohms" => 0 }] => %w[on on on],
    [{ "kind" => "leak", "between" => %w[boathouse/1.black boathouse/1.bare], "ohms" => 5000 }] => %w[on off on]
  }.each do |faults, expected|
    it "shows #{faults.empty? ? "nothing where there is none" : faults.first.values.flatten.join(" ")}" do
      expect(measured(*faults)).to eq(expected)
    end
  end

  it "carries through the lamp what flows through the breaker" do
    network = Dielectra::Physics::Network.new(demo_circuit("boathouse").with(faults: []), { "S1" => "on" })
    expect(network.amperes("B1")).to be_within(0.002).of(15 / 120.0)
    expect(Dielectra::Physics::Network.new(demo_circuit("boathouse"), { "B1" => "off" }).amperes("B1")).to eq(0.0)
  end

  it "lets a conductor behind an open joint float, and an enclosure on the ground not" do
    network = Dielectra::Physics::Network.new(demo_circuit("tower_stair"), { "S1" => "up" })
    loose = demo_circuit("passage")
    expect(Dielectra::Physics::Network.new(loose).floating?("chart_room/2.black")).to be(true)
    expect([network.floating?("tower_door.box"), network.live?("tower_door.box")]).to eq([false, false])
  end

  it "loses the same volts however long chains of switches are travelled" do
    circuit = demo_circuit("tower_stair")
    swap = { "lamp_room/1.red" => "lamp_room/2.black", "lamp_room/2.black" => "lamp_room/1.red" }
    right =
      circuit.with(
        joints:
          circuit.joints.map do |joint|
            Dielectra::Circuit::Joint.new(points: joint.points.map { |point| swap.fetch(point, point) })
          end
      )
    lit =
      Dielectra::Physics::Survey
        .measure(right)
        .select { |row| row["loads"]["L1"] == "on" }
        .map { |row| row["positions"] }
    drops = lit.map { |state| Dielectra::Physics::Network.new(right, state).volts("L1.hot", "L1.neutral") }
    expect([lit.size, drops.minmax.reduce(:-).abs]).to match([2, a_value < 1e-9])
  end
end
