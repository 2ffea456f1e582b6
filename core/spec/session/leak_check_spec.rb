# frozen_string_literal: true

require_relative "../support/passage"

RSpec.describe Dielectra::Session::LeakCheck do
  include Passage

  let(:leak) { { "kind" => "leak", "between" => %w[S1.terminal_1 S1.terminal_2], "ohms" => 8_000 } }

  def led(document) =
    document.merge(
      "devices" =>
        document["devices"].map do |row|
          row["id"] == "L1" ? row.merge("lamp" => { "kind" => "led", "watts" => 9, "good" => true }) : row
        end
    )

  it "takes a leaking switch off its wires and reads it by itself before it is blamed" do
    session, = played(led(passage_circuit(faults: [leak])))
    steps = session.steps
    replaced = steps.index { |step| step["do"] == "replace" && step["device"] == "S1" }
    read =
      steps.index do |step|
        step["at"]&.sort == %w[S1.terminal_1 S1.terminal_2] && step.dig("answer", "ohms").to_f > 1_000
      end
    expect([session.next.status, read < replaced]).to eq(["solved", true])
    expect(session.next.causes).to include(a_hash_including("kind" => "device_failed", "device" => "S1"))
  end
end
