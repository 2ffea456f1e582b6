# frozen_string_literal: true

RSpec.describe Dielectra::Physics::Observability do
  let(:circuit) { demo_circuit("boathouse") }

  it "sees a burnt lamp, and does not see a spare or a second break in the same conductor" do
    observability = described_class.new(circuit.with(faults: []))
    cable = circuit.cables.find { |one| one.ends.none? { |id| id.start_with?("panel") } }
    expect(observability.of({ "kind" => "lamp_burnt", "device" => "L1" })).to eq(:seen)
    broken = { "kind" => "conductor_open", "cable" => cable.ends, "conductor" => "bare" }
    expect(observability.of(broken)).to eq(:measured)
  end

  it "takes marks that lie for something a tester shows" do
    fault = { "kind" => "marks_wrong", "device" => "S1", "marks" => {} }
    expect(described_class.new(circuit.with(faults: [])).of(fault)).to eq(:measured)
  end
end
