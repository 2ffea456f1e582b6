# frozen_string_literal: true

require_relative "contexts"

RSpec.describe Server::Setting do
  include_context "with the application"

  def set(body) = send_json(:put, "/settings", body)

  def look(path)
    send_json(:get, path)
    said
  end

  it "weighs steps by the minutes that were set, and by the usual ones again" do
    before = look("/jobs/1")["ahead"]["minutes"]
    expect(set({ "minutes" => { "open" => 30 } })).to eq(200)
    expect(look("/jobs/1")["ahead"]["minutes"]).to be > before + 10
    expect(set({ "minutes" => {} })).to eq(200)
    expect(look("/jobs/1")["ahead"]["minutes"]).to eq(before)
  end

  it "shows a job that was answered before by the minutes as they are now" do
    send_json(:post, "/jobs/1/steps", { do: "watch", answer: { unsure: true } }, version: Server::Job.find(1).version)
    before = said["ahead"]["minutes"]
    set({ "minutes" => { "open" => 30 } })
    expect(look("/jobs/1")["ahead"]["minutes"]).to be > before + 10
  end

  it "asks new calls for the tools in the bag only" do
    expect(set({ "tools" => %w[low_z continuity] })).to eq(200)
    call = { house: { name: "A", street: "B" }, title: "T", draft: { switches: ["hall"], light: "ceiling" } }
    send_json(:post, "/jobs", call)
    expect(Server::Job.last.document["tools"]).to eq(%w[low_z continuity])
  end

  it "refuses what is no tool and no time, and keeps what was set" do
    set({ "tools" => %w[ncv] })
    expect([set({ "tools" => %w[sonar] }), said["pointer"]]).to eq([422, "/tools"])
    expect([set({ "minutes" => { "open" => -1 } }), said["pointer"]]).to eq([422, "/minutes/open"])
    expect([set({ "minutes" => { "nap" => 3 } }), said["pointer"]]).to eq([422, "/minutes/nap"])
    expect(look("/settings")).to include("tools" => %w[ncv], "minutes" => {})
  end
end
