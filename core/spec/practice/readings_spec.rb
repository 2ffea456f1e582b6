# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Readings do
  def readings(name, state = {}, random: nil)
    circuit = demo_circuit(name)
    described_class.new(circuit, Dielectra::Physics::Network.new(circuit, state), random)
  end

  # Instrument, points, positions, and what it reads in the passage whose boxes are apart.
  [
    ["ncv", ["chart_room/1.black"], {}, { "reads" => "glow" }],
    ["ncv", ["chart_room/2.black"], {}, { "reads" => "dark" }],
    ["low_z", %w[chart_room/1.black chart_room/1.white], {}, { "volts" => 119.9..120.1 }],
    ["voltage", %w[chart_room/2.black chart_room/1.white], {}, { "volts" => 0.0 }],
    ["continuity", %w[chart_room/1.white chart_room/1.bare], { "B1" => "off" }, { "reads" => "beep" }],
    ["continuity", %w[galley_passage/1.black chart_room/2.white], { "B1" => "off" }, { "reads" => "beep" }],
    ["continuity", %w[chart_room/2.black chart_room/2.white], { "B1" => "off" }, { "reads" => "silent" }],
    ["resistance", %w[galley_passage/1.black chart_room/2.white], { "B1" => "off" }, { "ohms" => 16.0..16.4 }],
    ["resistance", %w[chart_room/2.black chart_room/2.white], { "B1" => "off" }, { "ohms" => nil }]
  ].each do |tool, points, state, reads|
    it "reads #{tool} at #{points.join(" and ")}" do
      expected = reads.transform_values { |value| value.is_a?(Range) ? be_between(value.begin, value.end) : value }
      expect(readings("passage", state).read(tool, points)).to match(expected)
    end
  end

  it "shows ghosts only where chance is given, and only beside something live" do
    circuit = demo_circuit("passage")
    joined =
      circuit.with(
        joints: circuit.joints + [Dielectra::Circuit::Joint.new(points: %w[chart_room/1.black chart_room/2.black])]
      )
    network = Dielectra::Physics::Network.new(joined)
    volts = ->(random) do
      described_class.new(joined, network, random).read("voltage", %w[chart_room/2.red chart_room/1.white])["volts"]
    end
    seen = (0...20).map { |seed| volts[Random.new(seed)] }
    expect(seen.reject(&:zero?)).to all(be_between(6, 60))
    expect([seen.count(&:positive?), volts[nil]]).to match([be_between(1, 19), 0.0])
  end

  it "names the breaker behind a live point" do
    expect(
      [
        readings("boathouse").breaker_behind("boathouse/1.black"),
        readings("boathouse").breaker_behind("boathouse/1.white")
      ]
    ).to eq(["B1", nil])
  end
end
