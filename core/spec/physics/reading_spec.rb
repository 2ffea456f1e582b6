# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Reading do
  def network(name, state = {}, **parts) = Dielectra::Physics::Network.new(demo_circuit(name).with(**parts), state)

  def reading(network, tool, *points) = described_class.of(network, tool, points)

  # A room with a spare conductor of some length beside a live one.
  def spare_run(length)
    circuit = demo_circuit("boathouse")
    cables =
      circuit.cables.map do |cable|
        Dielectra::Circuit::Cable.new(
          ends: cable.ends,
          type: cable.type,
          length_ft: length,
          conductors: cable.conductors
        )
      end
    joints = circuit.joints.reject { |joint| joint.points.include?("slip_door/1.black") }
    Dielectra::Physics::Network.new(
      circuit.with(cables:, joints:, faults: [{ "kind" => "joint_open", "point" => "boathouse/2.black" }]),
      { "S1" => "off" }
    )
  end

  it "glows at line and stays dark at neutral, and holds the opposite for a slip" do
    now = network("tower_stair")
    expect(reading(now, "ncv", "tower_door/1.black").theory).to eq("reads" => "glow")
    expect(reading(now, "ncv", "tower_door/1.white").theory).to eq("reads" => "dark")
    expect(reading(now, "ncv", "tower_door/1.white").likelihood("reads" => "glow")).to be_within(1e-9).of(0.01)
  end

  it "holds a ghost on a long floating run for likelier than on a short one" do
    odds =
      [1, 5, 40].map { |length| reading(spare_run(length), "ncv", "slip_door/1.black").likelihood("reads" => "glow") }
    expect(odds).to eq(odds.sort)
    expect([odds.first, odds.last]).to match([be < 0.05, be_within(1e-6).of(0.3)])
  end

  it "shows a ghost of 5 to 50 percent on a meter, more of it the longer the run, and none on a low-impedance tester" do
    volts =
      [2, 15, 120].map do |length|
        now = spare_run(length)
        Array
          .new(60) do |seed|
            reading(now, "voltage", "slip_door/1.black", "slip_door/1.bare").sample(Random.new(seed))["volts"]
          end
          .max
      end
    expect(volts).to eq(volts.sort)
    expect(volts).to all be_between(6, 60)
    low = reading(spare_run(120), "low_z", "slip_door/1.black", "slip_door/1.bare")
    expect(Array.new(60) { |seed| low.sample(Random.new(seed))["volts"] }.uniq).to eq([0.0])
    expect(low.likelihood("volts" => 30.0)).to be < 0.02
  end

  it "beeps through a cold filament of sixty watts, is undecided at thirty ohms and silent through an LED" do
    circuit = demo_circuit("tower_stair")
    lamps = { 60 => "incandescent", 40 => "incandescent", 25 => "incandescent", 12 => "led" }
    odds =
      lamps.map do |watts, kind|
        devices =
          circuit.devices.map do |device|
            if device.luminaire?
              device.with(settings: { "lamp" => { "kind" => kind, "watts" => watts, "good" => true } })
            else
              device
            end
          end
        off = Dielectra::Physics::Network.new(circuit.with(devices:), { "B1" => "off" })
        reading(off, "continuity", "L1.hot", "L1.neutral").likelihood("reads" => "beep")
      end
    expect(odds).to match([be > 0.9, be_within(0.05).of(0.5), be < 0.1, be_within(1e-9).of(0.01)])
  end

  it "adds the leads to what an ohmmeter reads, and allows for them" do
    off = network("tower_stair", { "B1" => "off" })
    ohms = reading(off, "resistance", "tower_door/1.black", "tower_door/1.black")
    expect([ohms.theory, ohms.sample(Random.new(1))]).to eq([{ "ohms" => 0.0 }, { "ohms" => 0.2 }])
    expect([ohms.likelihood("ohms" => 0.3), ohms.likelihood("ohms" => 9.0), ohms.likelihood("ohms" => nil)]).to match(
      [be > 0.9, be < 0.05, be < 0.05]
    )
  end

  it "refuses tools that are none, too few points, and dead tests on live points" do
    now = network("tower_stair")
    expect { reading(now, "stethoscope", "L1.hot") }.to raise_error(Dielectra::InvalidInput, /not an instrument/)
    expect { reading(now, "voltage", "L1.hot") }.to raise_error(Dielectra::InvalidInput, /2 points/)
    expect { reading(now, "continuity", "tower_door/1.black", "L1.hot").theory }.to raise_error(
      Dielectra::InvalidInput,
      /live/
    )
  end
end
