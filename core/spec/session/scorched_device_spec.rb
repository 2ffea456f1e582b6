# frozen_string_literal: true

require_relative "../support/passage"

RSpec.describe Dielectra::Session::ScorchedDevice do
  include Passage

  def scorched
    document = passage_circuit(switch: { "position" => "on" })
    document.merge(
      "joints" =>
        document["joints"].map do |row|
          row["points"].include?("S1.terminal_2") ? row.merge("condition" => "scorched") : row
        end
    )
  end

  let(:job) { passage_job(began: "smell_or_heat") }

  it "throws nothing with the power on before the box was opened" do
    thrown = []
    played(scorched, job) do |step, session|
      thrown << step if step["do"] == "set" && session.situation.power != "off" && session.situation.opened.empty?
    end
    expect(thrown).to eq([])
  end

  it "replaces the switch before power comes back, whatever its contacts do, and says why" do
    session, = played(scorched, job)
    kinds = session.steps.map { |step| [step["do"], step["to"]].compact.join(" ") }
    expect(kinds.index("replace")).to be < kinds.index("breaker on")
    expect(session.next.causes).to include(a_hash_including("kind" => "device_failed", "device" => "S1"))
    expect(Dielectra::Presentation::Wording.causes(session.next.causes)).to include("scorched")
  end

  it "keeps the power off the switch where there is no new one" do
    session, house, = played(scorched, job, refuses: [{ "do" => "replace", "device" => "S1" }])
    live = Dielectra::Physics::Network.new(house.circuit)
    expect([session.next.status, live.live?("S1.terminal_1")]).to eq(["stopped", false])
  end
end
