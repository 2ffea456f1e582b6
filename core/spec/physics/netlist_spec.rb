# frozen_string_literal: true

require "open3"
require "tempfile"
require_relative "../support/jumble"

# Every node of a few hundred circuits in every combination of positions, against ngspice.
RSpec.describe Dielectra::Physics::Netlist do
  # Node voltages as ngspice finds them.
  def simulate(deck)
    Tempfile.create(%w[circuit .cir]) do |file|
      file.write(deck)
      file.flush
      output, = Open3.capture2e("ngspice", "-b", file.path)
      output.scan(/^(?:v\()?(\w+)\)? = (\S+)/i).to_h { |node, volts| [node.downcase, volts.to_f] }
    end
  end

  # Compares all potentials of many networks, solved by ngspice side by side.
  # @return [Integer] how many nodes were compared
  def compare(networks)
    netlists = networks.each_with_index.map { |network, number| described_class.new(network, prefix: "c#{number}n") }
    simulated = simulate(described_class.deck(netlists))
    networks
      .zip(netlists)
      .sum do |network, netlist|
        tied = network.wiring.points.reject { |point| netlist.node(point) == "0" || network.floating?(point) }
        tied.each do |point|
          volts = simulated.fetch(netlist.node(point))
          expect(network.potential(point)).to be_within([volts.abs * 0.005, 0.005].max).of(volts)
        end
        tied.size
      end
  end

  it "agrees within half a percent on made-up houses in all positions" do
    circuits = Array.new(150) { |seed| Dielectra::Practice::Scenario.new(Random.new(seed)).circuit }
    expect(
      circuits
        .each_slice(50)
        .sum { |some| compare(some.flat_map { |circuit| Dielectra::Physics::Survey.networks(circuit) }) }
    ).to be > 5_000
  end

  it "agrees within half a percent on any jumble of devices, legs and faults" do
    circuits = Array.new(150) { |seed| Jumble.new(Random.new(1000 + seed)).circuit }
    expect(
      circuits
        .each_slice(50)
        .sum { |some| compare(some.flat_map { |circuit| Dielectra::Physics::Survey.networks(circuit).first(16) }) }
    ).to be > 5_000
  end

  it "agrees on what a meter reads, its own burden included" do
    random = Random.new(3)
    circuits = Array.new(40) { |seed| Dielectra::Practice::Scenario.new(Random.new(seed)).circuit }
    readings =
      circuits.each_with_index.map do |circuit, number|
        network = Dielectra::Physics::Network.new(circuit)
        at = network.wiring.points.grep(%r{/}).sample(2, random:)
        [network.volts(*at, meter: 3_000), at, described_class.new(network, meter: [*at, 3_000], prefix: "m#{number}n")]
      end
    simulated = simulate(described_class.deck(readings.map(&:last)))
    readings.each do |volts, at, netlist|
      expected = at.map { |point| simulated.fetch(netlist.node(point), 0.0) }.reduce(:-).abs
      expect(volts).to be_within([expected * 0.005, 0.005].max).of(expected)
    end
  end
end
