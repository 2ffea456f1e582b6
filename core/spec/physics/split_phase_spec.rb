# frozen_string_literal: true

RSpec.describe "Two legs and other supplies" do
  # A heater on each leg, one neutral back to the panel.
  def shared_neutral(one, other, volts: 120, faults: [])
    Dielectra::Circuit.read(
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => volts,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        { "id" => "galley", "kind" => "receptacle_box", "enclosure" => "metal" }
      ],
      "cables" => [
        {
          "ends" => %w[panel/1 galley/1],
          "type" => "14/3",
          "length_ft" => 40,
          "conductors" => %w[black red white bare].map { |color| { "id" => color, "color" => color } }
        }
      ],
      "devices" => [
        { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on", "leg" => 1 },
        { "id" => "B2", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on", "leg" => 2 },
        {
          "id" => "R1",
          "kind" => "receptacle",
          "place" => "galley",
          "hot_tab" => "removed",
          "neutral_tab" => "intact",
          "plugged" => {
            "1" => {
              "watts" => one
            },
            "2" => {
              "watts" => other
            }
          }
        }
      ],
      "joints" =>
        [
          %w[B1.load panel/1.black],
          %w[B2.load panel/1.red],
          %w[panel.neutral panel.ground panel/1.white panel/1.bare],
          %w[galley/1.black R1.hot_1],
          %w[galley/1.red R1.hot_2],
          %w[galley/1.white R1.neutral_1],
          %w[galley/1.bare galley.box R1.ground]
        ].map { |points| { "points" => points } },
      "faults" => faults
    )
  end

  def network(...) = Dielectra::Physics::Network.new(shared_neutral(...))

  let(:broken) { [{ "kind" => "conductor_open", "cable" => %w[panel/1 galley/1], "conductor" => "white" }] }

  it "gives each appliance its leg and 240 V between the two" do
    now = network(60, 60)
    expect([now.volts("R1.hot_1", "R1.neutral_1"), now.volts("R1.hot_1", "R1.hot_2")]).to match(
      [be_within(0.5).of(120), be_within(0.5).of(240)]
    )
    expect(now.currents.find { |row| row["from"].end_with?(".white") }["amperes"]).to be < 0.001
  end

  it "divides 240 V by the loads where the shared neutral is open" do
    now = network(60, 240, faults: broken)
    expect(now.volts("R1.hot_1", "R1.neutral_1")).to be_within(1).of(240 * 0.8)
    expect(now.loads).to eq("R1" => "on", "R1.hot_2" => "dim")
    expect(now.live?("galley/1.white")).to be(true)
  end

  it "leaves no volts on an open shared neutral between equal loads, and no danger against earth" do
    now = network(100, 100, faults: broken)
    expect([now.loads.values, now.live?("galley/1.white")]).to eq([%w[on on], false])
  end

  it "works at 230 V" do
    now = network(60, 60, volts: 230)
    expect([now.volts("R1.hot_1", "galley.box"), now.loads["R1"]]).to match([be_within(1).of(230), "on"])
  end

  it "trips both breakers where line meets line" do
    short = [{ "kind" => "short", "between" => %w[galley/1.black galley/1.red], "ohms" => 0 }]
    expect(network(60, 60, faults: short).breakers).to eq("B1" => "tripped", "B2" => "on").or eq(
           "B1" => "on",
           "B2" => "tripped"
         )
  end

  it "tells what a live enclosure would do to a hand" do
    leak = [
      { "kind" => "leak", "between" => %w[galley/1.black galley.box], "ohms" => 2_000 },
      { "kind" => "conductor_open", "cable" => %w[panel/1 galley/1], "conductor" => "bare" }
    ]
    found = Dielectra::Physics::Hazards.new(network(60, 60, faults: leak)).all.to_h { |row| [row["point"], row] }
    expect(found.keys).to contain_exactly("galley/1.bare", "R1.ground", "galley.box")
    expect(found["galley.box"]).to include("volts" => be_within(1).of(120), "milliamperes" => be_within(0.5).of(40))
  end

  it "runs the motor of a fan beside its light" do
    fan = Dielectra::Circuit::Device.new(id: "F1", kind: "fan_light", place: "galley")
    circuit = shared_neutral(60, 60)
    joints =
      circuit.joints.map do |joint|
        joint.points.include?("R1.hot_1") ? Dielectra::Circuit::Joint.new(points: joint.points + ["F1.fan"]) : joint
      end
    expect(Dielectra::Physics::Network.new(circuit.with(devices: circuit.devices + [fan], joints:)).loads).to include(
      "F1" => "off",
      "F1.fan" => "off"
    )
    joints =
      joints.map do |joint|
        if joint.points.include?("R1.neutral_1")
          Dielectra::Circuit::Joint.new(points: joint.points + ["F1.neutral"])
        else
          joint
        end
      end
    expect(Dielectra::Physics::Network.new(circuit.with(devices: circuit.devices + [fan], joints:)).loads).to include(
      "F1" => "off",
      "F1.fan" => "on"
    )
  end
end
