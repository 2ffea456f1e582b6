# frozen_string_literal: true

require_relative "../support/passage"

RSpec.describe Dielectra::Session::PartedJoints do
  include Passage

  # A passage whose breaker has tripped: the session that has ended
  def tripped(faults:, job: {})
    document = passage_circuit(faults:)
    document["devices"].each { |device| device["position"] = "tripped" if device["id"] == "B1" }
    report = {
      "do" => "report",
      "positions" => {
      },
      "answer" => {
        "loads" => {
          "L1" => "off"
        },
        "breakers" => {
          "B1" => "tripped"
        }
      }
    }
    played(document, passage_job(steps: [report], **job)).first
  end

  def short(*points) = [{ "kind" => "short", "between" => points, "ohms" => 0.05 }]

  it "parts a joint in the first box before it goes up to the light" do
    session = tripped(faults: short("beyond/1.black", "beyond/1.white"))
    work = session.steps.select { |step| %w[open arrange].include?(step["do"]) }.map { |step| step["place"] }
    expect(work.first(2)).to eq(%w[hall hall])
    expect(session.next).to have_attributes(status: "stopped", why: include("beyond").or(include("outlet")))
  end

  it "takes out what is plugged in before copper is blamed, and reads the same again" do
    outlet = { "id" => "R9", "place" => "beyond", "kind" => "receptacle" }
    places = passage_job["places"] + [{ "id" => "beyond", "kind" => "receptacle_box" }]
    session =
      tripped(
        faults: short("beyond/1.black", "beyond/1.white"),
        job: {
          places:,
          loads: passage_job["loads"] + [outlet]
        }
      )
    steps = session.steps
    out = steps.index { |step| step["do"] == "unplug" }
    expect(steps.first(out).count { |step| step["do"] == "open" }).to eq(1)
    again = steps[(out + 1)..].find { |step| step["do"] == "probe" }
    expect(steps.first(out).map { |step| step["at"] }).to include(again["at"])
  end
end
