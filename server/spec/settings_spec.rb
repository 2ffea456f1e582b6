# frozen_string_literal: true

require_relative "../app"
require "rack/test"
require "tmpdir"

RSpec.describe Server::Setting do
  include Rack::Test::Methods

  def app = @app ||= Server.app

  around do |example|
    Dir.mktmpdir do |folder|
      Server::Database.open(folder)
      Server::Folding.forget
      Server::Demo.load!
      example.run
      Server::Folding.forget
      ActiveRecord::Base.connection_handler.clear_all_connections!
    end
  end

  before { ENV["DIELECTRA_CHECK_RESPONSES"] = "1" }

  def said = JSON.parse(last_response.body)

  def set(body)
    header "Content-Type", "application/json"
    header "Host", "127.0.0.1"
    put "/api/settings", JSON.generate(body)
    last_response.status
  end

  def look(path)
    header "Host", "127.0.0.1"
    get "/api#{path}"
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
    header "Content-Type", "application/json"
    header "Host", "127.0.0.1"
    header "Idempotency-Key", SecureRandom.uuid
    header "If-Match", "\"#{Server::Job.find(1).version}\""
    post "/api/jobs/1/steps", JSON.generate({ do: "watch", answer: { unsure: true } })
    before = said["ahead"]["minutes"]
    set({ "minutes" => { "open" => 30 } })
    expect(look("/jobs/1")["ahead"]["minutes"]).to be > before + 10
  end

  it "asks new calls for the tools in the bag only" do
    expect(set({ "tools" => %w[low_z continuity] })).to eq(200)
    header "Idempotency-Key", SecureRandom.uuid
    call = { house: { name: "A", street: "B" }, title: "T", draft: { switches: ["hall"], light: "ceiling" } }
    post "/api/jobs", JSON.generate(call)
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
