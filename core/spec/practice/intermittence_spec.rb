# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Intermittence do
  let(:fault) { { "kind" => "joint_intermittent", "point" => "slip_door/1.black" } }
  let(:circuit) { demo_circuit("boathouse").with(faults: [fault]) }

  it "is a circuit with everything making contact, and one with nothing of it" do
    kinds = described_class.settled(circuit).map { |one| one.faults.map { |each| each["kind"] } }
    expect(kinds).to eq([%w[joint_intermittent], %w[joint_open]])
    expect(described_class.settled(demo_circuit("boathouse")).size).to eq(1)
  end

  it "makes contact always without chance, and about every other time with it" do
    steady = described_class.new(nil)
    steady.energized(circuit)
    loose = described_class.new(Random.new(2))
    open = Array.new(100) { loose.energized(circuit).then { loose.now(circuit).faults.any? } }
    expect([steady.now(circuit).faults, open.count(true)]).to match([[], be_within(15).of(50)])
  end

  it "is drawn anew by hands in its own box only" do
    some = described_class.new(Random.new(2))
    some.energized(circuit) until some.now(circuit).faults.any?
    20.times { some.moved(circuit, "boathouse") }
    expect(some.now(circuit).faults.size).to eq(1)
  end
end
