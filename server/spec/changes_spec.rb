# frozen_string_literal: true

require_relative "contexts"

RSpec.describe "Changes asked for" do
  include_context "with the application"

  let(:about) { { house: { name: "Pilot house", street: "4 Mole Road" }, title: "A second switch" } }

  def draft(**change)
    { switches: ["Chart room"], light: "chart ceiling", change: { kind: "add_control", **change } }
  end

  def open_call(draft) = [send_json(:post, "/jobs", { **about, draft: }, version: 0), said]

  it "opens a call with a change, and says what is asked for and how it could be done" do
    runs = [{ from: "Chart room", to: "Gallery door", length_ft: 24 }]
    status, job = open_call(draft(place: "Gallery door", runs:))
    expect([status, job.dig("change", "asked")]).to eq([201, "another place to switch from: gallery door"])
    expect(job.dig("change", "ways").first["cable"]).to eq(["14/3, chart room to gallery door, 24 ft"])
    expect(job.dig("next", "step", "do")).to eq("watch")
  end

  it "says what it would take where no run can be pulled" do
    _, job = open_call(draft(place: "Gallery door"))
    expect(job.dig("change", "impossible", "sentence")).to include("it takes a run from chart room to gallery door")
  end

  it "refuses what was only half said, with the place" do
    status, problem = open_call(draft(place: ""))
    expect([status, problem["pointer"]]).to eq([422, "/draft/change/place"])
    status, problem = open_call(draft.merge(change: { kind: "split_receptacle", half: "1" }))
    expect([status, problem["detail"]]).to match([422, /wants a receptacle/])
    expect(Server::House.where(name: "Pilot house")).to be_empty
  end

  it "asks for every kind with the same words as the form" do
    send_json(:get, "/call_form")
    expect(said["changes"].map { |row| row["value"] }).to eq(Dielectra::Evidence::Asked::KINDS.keys)
    expect(said["fits"]).not_to be_empty
  end
end

RSpec.describe "The sums of the bench" do
  include_context "with the application"

  it "say what they ask, and what comes of it" do
    send_json(:get, "/sums")
    names = said.map { |row| row["name"] }
    expect(names).to include("box_fill", "distance")
    expect(
      [send_json(:post, "/sums", { name: "distance", given: { gauge: "14", ohms: 0.505 } }), said["sentence"]]
    ).to match([200, /100.0 ft/])
    expect(send_json(:post, "/sums", { name: "distance", given: { gauge: "14", ohms: -1 } })).to eq(422)
  end
end
