# frozen_string_literal: true

require_relative "contexts"

RSpec.describe "The API" do
  include Rack::Test::Methods
  include Patiently

  application = Server.app # rubocop:disable RSpec/LeakyLocalVariable
  # The application holds its own answers to the description as well.
  around do |example|
    ENV["DIELECTRA_CHECK_RESPONSES"] = "1"
    example.run
    ENV.delete("DIELECTRA_CHECK_RESPONSES")
  end

  before(:all) do
    @folder = Dir.mktmpdir
    Server::Database.open(@folder)
    Server::Demo.load!
  end

  after(:all) do
    Server::Folding.forget
    ActiveRecord::Base.connection_handler.clear_all_connections!
    FileUtils.rm_rf(@folder)
  end

  define_method(:app) { application }
  let(:definition) { Server::Description.definition }
  let(:job_id) { call("GET", "/day")["calls"].find { |row| row["title"] == "Boathouse light dead" }["id"] }

  # Sends a request, holds both sides against the description, and returns the body.
  # A change carries a key of its own and the version of the job, unless the test says otherwise.
  define_method(
    :call
  ) do |verb, path, body = nil, expect_status: nil, valid: true, key: SecureRandom.uuid, version: nil|
    env = { "CONTENT_TYPE" => "application/json", "HTTP_HOST" => "127.0.0.1" }
    unless verb == "GET"
      version ||= Server::Job.find_by(id: path[%r{/jobs/(\d+)}, 1])&.version || 0
      env["HTTP_IDEMPOTENCY_KEY"] = key
      env["HTTP_IF_MATCH"] = "\"#{version}\""
      body ||= {}
    end
    env[:input] = body.is_a?(String) ? body : JSON.generate(body) if body
    patiently { custom_request(verb, "/api#{path}", {}, env) }
    # The description names paths below the server's own, /api.
    request = Rack::Request.new(last_request.env.merge("PATH_INFO" => path.split("?").first, "SCRIPT_NAME" => ""))
    request.env["rack.input"] = StringIO.new(env[:input].to_s)
    described = definition.validate_request(request)
    expect([described.known?, valid && described.error&.message]).to eq([true, valid ? nil : false])
    checked = definition.validate_response(request, last_response)
    expect([checked.known?, checked.error&.message]).to eq([true, nil])
    expect(last_response.status).to eq(expect_status) if expect_status
    last_response.headers["content-type"].include?("json") ? JSON.parse(last_response.body) : last_response.body
  end

  def opened_call(title: "A copy to work on")
    call(
      "POST",
      "/jobs",
      {
        house: {
          name: "The cooperage",
          street: "4 Stave Lane"
        },
        title:,
        complaint: "Dead.",
        file: demo_document("boathouse.job.json")
      }
    )[
      "call"
    ][
      "id"
    ]
  end

  it "is held to a description that a wrong answer fails" do
    request = Rack::Request.new(Rack::MockRequest.env_for("/day"))
    broken = Rack::Response.new(JSON.generate(calls: [{ id: "seven" }]), 200, { "content-type" => "application/json" })
    expect(definition.validate_response(request, broken).error).not_to be_nil
  end

  it "describes every device kind by its screws, each terminal once" do
    kinds =
      call("GET", "/trade")["devices"].to_h { |row| [row["kind"], row["screws"].map { |screw| screw["terminal"] }] }
    expect(kinds.keys).to include("four_way", "combination", "fan_light", "unknown")
    kinds.each { |kind, screws| expect(screws).to match_array(Dielectra::Trade::DeviceKind[kind].terminals) }
  end

  it "lists the day's calls" do
    expect(call("GET", "/day", expect_status: 200)["calls"].map { |row| row["house"]["town"] }).to include(
      "Gannet Skerry"
    )
  end

  it "shows a job with its next step" do
    job = call("GET", "/jobs/#{job_id}", expect_status: 200)
    expect(job["next"]["choices"].map { |choice| choice["label"] }).not_to be_empty
    expect(job["power"]["state"]).to eq("unknown")
  end

  it "opens a call from a few words" do
    job =
      call(
        "POST",
        "/jobs",
        {
          house: {
            name: "Net loft",
            street: "9 Quay"
          },
          title: "Loft light",
          draft: {
            switches: %w[Loft Stairs],
            light: "Ridge"
          }
        },
        expect_status: 201
      )
    expect(job["controls"].map { |control| control["name"] }).to eq(%w[loft stairs])
  end

  it "opens a call for a receptacle, in conduit, at 230 V", :aggregate_failures do
    draft = { switches: %w[Loft], light: "Bench", load: "receptacle", method: "emt", volts: 230 }
    job =
      call(
        "POST",
        "/jobs",
        { house: { name: "Net loft", street: "9 Quay" }, title: "Bench outlet", draft: },
        expect_status: 201
      )
    file = call("GET", "/jobs/#{job["call"]["id"]}/file")
    expect([job["volts"], job["loads"].first["kind"], file["method"], file["places"].last["kind"]]).to eq(
      [230, "receptacle", "emt", "receptacle_box"]
    )
    call(
      "POST",
      "/jobs",
      {
        house: {
          name: "Net loft",
          street: "9 Quay"
        },
        title: "No",
        draft: {
          switches: %w[Loft],
          light: "Bench",
          load: "heater"
        }
      },
      expect_status: 422
    )
  end

  it "calls things by the words of the place" do
    words = call("GET", "/trade?volts=230")
    expect(
      [
        words["grounding"],
        words["cables"].first["colors"],
        words["devices"].find { |row| row["kind"] == "three_way" }["term"]
      ]
    ).to eq(["green_yellow", %w[brown blue], "two-way switch"])
  end

  it "works a whole job, keeps it as a file, and the file is the same job" do
    id = opened_call
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"))
    job = call("GET", "/jobs/#{id}")
    while (advice = job["next"])
      step = advice["step"]
      job = call("POST", "/jobs/#{id}/steps", step.merge("answer" => house.answer(step)), expect_status: 201)
    end
    expect(job["conclusion"]).to include("status" => "solved")
    expect(job["grid"].map { |row| row["now"] }).to contain_exactly(["on"], ["off"])
    file = call("GET", "/jobs/#{id}/file")
    expect(Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(file)).next.status).to eq("solved")
  end

  it "undoes by adding, never by erasing" do
    id = opened_call
    call("POST", "/jobs/#{id}/steps", { do: "breaker", device: "B1", to: "off", answer: { ok: true } })
    job = call("POST", "/jobs/#{id}/undo", expect_status: 200)
    expect(job["steps"]).to be_empty
    expect(Server::Job.find(id).entries.map(&:kind)).to eq(%w[taken undone])
    expect { ActiveRecord::Base.connection.execute("DELETE FROM entries") }.to raise_error(
      ActiveRecord::StatementInvalid,
      /only ever added/
    )
  end

  it "corrects an answer, works everything out anew and says what changed" do
    id = opened_call
    report = { do: "report", positions: { S1: "up" }, answer: { loads: { L1: "on" } } }
    number = call("POST", "/jobs/#{id}/steps", report)["steps"].last["number"]
    job = call("PUT", "/jobs/#{id}/steps/#{number}", { answer: { loads: { L1: "off" } } }, expect_status: 200)
    expect(job["steps"].last["answer"]).to eq("L1 off")
    expect(job["changed"].keys).to contain_exactly("before", "after")
  end

  it "says why" do
    id = opened_call
    expect(call("GET", "/jobs/#{id}/why", expect_status: 200)["sentences"]).to be_an(Array)
  end

  {
    "a step that is none" => [{ do: "hope", answer: {} }, "/do", false],
    "an answer that does not belong to its step" => [
      { do: "probe", tool: "continuity", at: %w[slip_door/1.black slip_door/1.white], answer: { reads: "beep" } },
      "/at/0",
      true
    ],
    "a body that is not JSON" => ["{", "", false],
    "a body that is no object" => ["[1]", "", false]
  }.each do |what, (body, pointer, valid)|
    it "refuses #{what}, with pointer and sentence, and keeps the job" do
      id = opened_call
      problem = call("POST", "/jobs/#{id}/steps", body, expect_status: 422, valid:)
      expect([problem["pointer"], problem["detail"]]).to match([pointer, /\S\.\z/])
      expect(Server::Job.find(id).entries).to be_empty
    end
  end

  it "says when there is no such job" do
    expect(call("GET", "/jobs/999999", expect_status: 404)["code"]).to eq("not_found")
  end

  it "has nothing to undo in a fresh call" do
    expect(call("POST", "/jobs/#{opened_call}/undo", expect_status: 422)["detail"]).to include("no step")
  end

  it "counts a change once that is sent twice, and answers it as it did" do
    id = opened_call
    off = { do: "breaker", device: "B1", to: "off", answer: { ok: true } }
    first, again = Array.new(2) { call("POST", "/jobs/#{id}/steps", off, key: "the same key", version: 0) }
    expect(again).to eq(first)
    expect(Server::Job.find(id).entries.size).to eq(1)
    other = call("POST", "/jobs/#{id}/undo", key: "the same key", version: 1, expect_status: 422)
    expect(other["pointer"]).to eq("/Idempotency-Key")
  end

  it "refuses a change against what the job was before, and says what happened since" do
    id = opened_call
    off = { do: "breaker", device: "B1", to: "off", answer: { ok: true } }
    call("POST", "/jobs/#{id}/steps", off, version: 0)
    stale = call("POST", "/jobs/#{id}/steps", off, version: 0, expect_status: 409)
    expect(stale).to include("version" => 1, "since" => [{ "kind" => "taken", "number" => 1 }])
    expect(Server::Job.find(id).entries.size).to eq(1)
  end

  it "takes one step back for two undos at once" do
    id = opened_call
    2.times do |turn|
      call("POST", "/jobs/#{id}/steps", { do: "report", positions: {}, answer: { loads: { L1: "on" } } }, version: turn)
    end
    statuses =
      Array.new(2) do |number|
        Thread.new do
          env = { "HTTP_IDEMPOTENCY_KEY" => "undo number #{number}", "HTTP_IF_MATCH" => '"2"', :input => "{}" }
          env["CONTENT_TYPE"] = "application/json"
          env["HTTP_HOST"] = "localhost"
          Rack::MockRequest.new(application).post("/api/jobs/#{id}/undo", env).status
        end
      end
    expect(statuses.map(&:value).sort).to eq([200, 409])
    expect(Server::Job.find(id).steps.size).to eq(1)
  end

  it "stores nothing of a file whose steps do not fold" do
    before = Server::Job.count
    file =
      demo_document("boathouse.job.json").merge(
        "steps" => [{ do: "set", device: "S9", to: "up", answer: { ok: true } }]
      )
    call("POST", "/jobs", { house: { name: "A", street: "B" }, title: "C", file: }, expect_status: 422)
    expect([Server::Job.count, Server::House.find_by(name: "A")]).to eq([before, nil])
  end

  it "shows a job that does not fold any more as such, with its file, and every other as it is" do
    id = opened_call
    Server::Job.find(id).add!("taken", step: { "do" => "set", "device" => "S9", "to" => "up", "answer" => {} })
    Server::Folding.forget
    rows = call("GET", "/day", expect_status: 200)["calls"].to_h { |row| [row["id"], row["state"]] }
    expect([rows[id], rows.values.count("damaged")]).to eq(["damaged", 1])
    problem = call("GET", "/jobs/#{id}", expect_status: 422)
    expect(call("GET", problem["file"].delete_prefix("/api"))["steps"].size).to eq(1)
  end

  it "ships a policy that lets nothing in from outside" do
    get "/", {}, "HTTP_HOST" => "localhost:4567"
    expect(last_response.headers["content-security-policy"]).to include("default-src 'self'")
  end
end
