# frozen_string_literal: true

require_relative "../support/jumble"

# What is answered from connection alone is what the numbers say; where it is not sure, it says nothing.
RSpec.describe Dielectra::Physics::Connectivity do
  # The same network with the quick answers taken away.
  def by_numbers(network)
    network
      .at(network.state)
      .tap do |slow|
        %i[live floating burning beep easy?].each do |question|
          [slow.send(:warm), slow.send(:cold)].each { |links| allow(links).to receive(question).and_return(nil) }
        end
      end
  end

  def expect_agreement(network, sampled)
    slow = by_numbers(network)
    expect(network.loads).to eq(slow.loads)
    sampled.each do |point|
      expect([point, network.live?(point), network.floating?(point)]).to eq(
        [point, slow.live?(point), slow.floating?(point)]
      )
    end
    dead = sampled.reject { |point| slow.live?(point) }
    dead.each_cons(2) do |one, other|
      expect([one, other, network.beep?(one, other)]).to eq([one, other, slow.beep?(one, other)])
    end
  end

  def state_of(circuit, random)
    circuit.controls.to_h { |device| [device.id, device.kind.combinations.sample(random:)] }
  end

  it "never disagrees with the numbers, whatever is joined to whatever" do
    200.times do |seed|
      random = Random.new(seed)
      circuit = Jumble.new(random).circuit
      network = Dielectra::Physics::Network.new(circuit, state_of(circuit, random))
      expect_agreement(network, network.wiring.points.sample(8, random:))
    end
  end

  it "never disagrees with the numbers in houses, and settles nearly everything there" do
    sure = 0
    asked = 0
    40.times do |seed|
      random = Random.new(seed)
      circuit = Dielectra::Practice::Scenario.new(random).circuit
      network = Dielectra::Physics::Network.new(circuit, state_of(circuit, random))
      points = network.wiring.points
      expect_agreement(network, points.sample(6, random:))
      answers = points.map { |point| network.send(:warm).live(network.wiring.net(point)) }
      asked += answers.size
      sure += answers.compact.size
    end
    expect(sure).to be > asked * 0.9
  end

  it "leaves to the numbers what takes them, as a lamp in series with another" do
    circuit = demo_circuit("boathouse").with(faults: [])
    series =
      circuit.devices.map do |device|
        if device.id == "S1"
          Dielectra::Circuit::Device.new(
            id: "S1",
            kind: "luminaire",
            place: device.place,
            settings: {
              "lamp" => {
                "kind" => "led",
                "watts" => 9,
                "good" => true
              }
            }
          )
        else
          device
        end
      end
    ends = { "S1.terminal_1" => "S1.hot", "S1.terminal_2" => "S1.neutral" }
    joints =
      circuit.joints.map do |joint|
        Dielectra::Circuit::Joint.new(points: joint.points.map { |point| ends.fetch(point, point) })
      end
    network = Dielectra::Physics::Network.new(circuit.with(devices: series, joints:))
    expect([network.send(:warm).live(network.wiring.net("L1.hot")), network.loads.keys]).to eq([nil, %w[S1 L1]])
    expect(network.loads.values).to include("on")
  end
end
