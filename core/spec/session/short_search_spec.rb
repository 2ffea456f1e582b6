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

  it "reads from the line to ground and neutral in the first box before a wire is moved" do
    steps = tripped(faults: short("beyond/1.black", "beyond/1.bare")).steps
    before = steps.take_while { |step| !%w[arrange replace].include?(step["do"]) && step["to"] != "on" }
    read = before.select { |step| step["do"] == "probe" && step["tool"] == "resistance" }.map { |step| step["at"] }
    expect(read.count { |pair| pair.any? { |point| point.end_with?(".bare") } }).to be >= 1
    expect(read.count { |pair| pair.none? { |point| point.end_with?(".bare") } }).to be >= 1
  end

  it "makes up with a new fixture what was parted to find it, tapes no neutral, and blames no bulb" do
    session = tripped(faults: short("L1.hot", "L1.neutral"))
    expect(session.next).to have_attributes(status: "solved")
    expect(session.next.causes.map { |cause| cause["kind"] }).to eq(["load_failed"])
    taped = session.steps.select { |step| step["do"] == "mark" }.map { |step| step["point"] }
    expect(session.next.roles.values_at(*taped)).not_to include("neutral")
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
