# frozen_string_literal: true

require "open3"
require "tempfile"

RSpec.describe Dielectra::Physics::Netlist do
  # Node voltages as ngspice finds them.
  def simulate(netlist)
    Tempfile.create(["circuit", ".cir"]) do |file|
      file.write(netlist.to_s)
      file.flush
      output, = Open3.capture2e("ngspice", "-b", file.path)
      output.scan(/^v\((\d+)\) = (\S+)/i).to_h { |node, volts| [node.to_i, volts.to_f] }
    end
  end

  def random_state(circuit, random)
    circuit.controls.to_h { |device| [device.id, device.kind.positions.sample(random:)] }
  end

  it "agrees with ngspice within half a percent on made-up houses" do
    compared = 0
    30.times do |seed|
      random = Random.new(seed)
      circuit = Dielectra::Practice::Scenario.new(random).circuit
      state = random_state(circuit, random)
      network = Dielectra::Physics::Network.new(circuit, state)
      next if network.breakers.value?("tripped")

      points = circuit.places.flat_map { |place| circuit.points_of(place.id) }.grep(%r{/}).sample(3, random:)
      points.each do |point|
        netlist = described_class.new(circuit, state, meter: [point, "panel.neutral", 10_000_000])
        node = netlist.node(point)
        volts = node.zero? ? 0.0 : simulate(netlist).fetch(node)
        expect(network.volts(point, "panel.neutral")).to be_within([volts.abs * 0.005, 0.01].max).of(volts.abs)
        compared += 1
      end
    end
    expect(compared).to be > 60
  end
end
