# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Coupling do
  # The switched conductor floats while the lamp is burnt out and the switch is off.
  let(:circuit) { demo_circuit("boathouse").with(faults: [{ "kind" => "lamp_burnt", "device" => "L1" }]) }
  let(:network) { Dielectra::Physics::Network.new(circuit, { "S1" => "off" }) }
  let(:floating) { network.wiring.points.find { |point| point.include?("/") && network.floating?(point) } }
  let(:tied) { network.wiring.points.find { |point| point.include?("/") && !network.floating?(point) } }

  it "shows nothing on a conductor that is tied to something" do
    coupling = described_class.new(network, tied)
    expect([coupling.odds, coupling.volts(10_000_000)]).to eq([0.0, 0.0])
  end

  it "shows less the lower the meter's resistance, and never more than the field sees" do
    coupling = described_class.new(network, floating)
    volts = [1e5, 1e6, 1e7].map { |ohms| coupling.volts(ohms) }
    expect(volts).to eq(volts.sort)
    expect(volts).to all(be_between(0.0, 60.0))
  end
end
