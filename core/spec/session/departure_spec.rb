# frozen_string_literal: true

require_relative "../support/passage"

# A job that stops leaves working what worked.
RSpec.describe Dielectra::Session::Departure do
  include Passage

  let(:dead_switch) { { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] } }
  let(:shorted_light) { { "kind" => "short", "between" => %w[L1.hot L1.neutral], "ohms" => 0.05 } }
  let(:shorted_run) { { "kind" => "short", "between" => %w[hall/2.black hall/2.white], "ohms" => 0.1 } }

  it "puts the breaker back on where a part is missing" do
    session, house, found = played(passage_circuit(faults: [dead_switch]), refuses: [{ "do" => "replace" }])
    expect([session.next.status, house.circuit.device("B1").position]).to eq(%w[stopped on])
    expect(left_apart(session, house, found)).to eq([])
    expect(session.next.why).to include("no new single-pole switch")
  end

  it "parts a shorted fixture from its cable, and feeds the rest again" do
    session, house, found = played(passage_circuit(faults: [shorted_light], switch: { "position" => "on" }))
    expect(session.next.causes).to include(a_hash_including("kind" => "load_failed", "device" => "L1"))
    expect([house.circuit.device("B1").position, left_apart(session, house, found)]).to eq(["on", []])
    network = Dielectra::Physics::Network.new(house.circuit)
    expect(network.live?("R9.hot_1")).to be(true)
  end

  it "never turns the breaker on into a short that was read" do
    shorted = false
    played(passage_circuit(faults: [shorted_run], switch: { "position" => "on" })) do |step, session|
      shorted ||=
        session.steps.any? do |one|
          one.dig("answer", "ohms").to_f.between?(0.01, 3) && one["at"].join.match?(/black.*white/)
        end
      next unless step["do"] == "breaker" && step["to"] == "on" && shorted

      left = session.situation.joints("hall")
      expect(left.none? { |joint| joint.size > 1 && joint.include?("hall/2.black") }).to be(true)
    end
  end

  it "leaves a house alone that it has not touched" do
    session, = played(passage_circuit, refuses: [{ "do" => "breaker" }, { "do" => "open" }])
    expect(session.steps.map { |step| step["do"] } & %w[arrange replace]).to eq([])
  end

  it "comes to the same stop from a file with all its steps" do
    session, = played(passage_circuit(faults: [dead_switch]), refuses: [{ "do" => "replace" }])
    job = Dielectra::Evidence::Job.read(passage_job).with_steps(session.steps)
    expect(Dielectra::Session::Troubleshooting.for(job).next.to_h).to eq(session.next.to_h)
  end

  it "lists what is capped, and does not say that it was shown to work" do
    circuit = passage_circuit(faults: [shorted_light], switch: { "position" => "on" })
    session, = played(circuit, refuses: [{ "do" => "replace", "kind" => "luminaire" }])
    lines = Dielectra::Presentation::Record.new(session, "x").closing
    expect(lines.join("; ")).to include("Capped and tagged").and(include("told what does not work"))
    expect(lines.join("; ")).not_to include("shown that it works")
  end
end
