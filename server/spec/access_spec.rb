# frozen_string_literal: true

require_relative "contexts"
require "rack/mock"
require "socket"

RSpec.describe Server::Access do
  include_context "with a data folder"

  let(:lan) { Server.app(lan: true) }

  # A request from another computer on the network.
  def send_from(address, verb, path, body: nil, cookie: nil, headers: {})
    env = { "HTTP_HOST" => "localhost", "REMOTE_ADDR" => address, "HTTP_COOKIE" => cookie, **headers }.compact
    env["CONTENT_TYPE"] = "application/json"
    env[:input] = JSON.generate(body || {}) unless verb == "GET"
    Rack::MockRequest.new(lan).request(verb, path, env)
  end

  def pair(code, address: "192.168.1.20", person: "Ada", name: "Phone") =
    send_from(address, "POST", "/api/devices", body: { code:, person:, name: })

  def cookie_of(response) = response["set-cookie"][/\A[^;]+/]

  it "lets this computer in, and shows every other only the page" do
    statuses = %w[127.0.0.1 ::1 192.168.1.20].map { |address| send_from(address, "GET", "/api/day").status }
    expect(statuses).to eq([200, 200, 401])
    expect(send_from("192.168.1.20", "GET", "/api/events").status).to eq(401)
    expect(send_from("192.168.1.20", "GET", "/pair").status).to be < 400
  end

  it "does not believe a header that says where a request comes from" do
    headers = { "HTTP_X_FORWARDED_FOR" => "127.0.0.1", "HTTP_CLIENT_IP" => "127.0.0.1" }
    expect(send_from("192.168.1.20", "GET", "/api/day", headers:).status).to eq(401)
  end

  it "pairs a device once with a code, and lets it in from then on" do
    code = Server::Pairing.open!
    paired = pair(code.downcase)
    expect([paired.status, pair(code).status]).to eq([201, 422])
    expect(paired["set-cookie"]).to match(/httponly/i).and match(/samesite=strict/i)
    day = send_from("192.168.1.20", "GET", "/api/day", cookie: cookie_of(paired))
    expect(day.status).to eq(200)
    expect(send_from("192.168.1.21", "GET", "/api/day", cookie: "#{described_class::COOKIE}=made-up").status).to eq(401)
  end

  it "takes no code that is too old" do
    code = Server::Pairing.open!
    Server::Pairing.update_all(expires_at: Time.now - 1)
    expect(pair(code).status).to eq(422)
  end

  it "keeps neither codes nor tokens, only their digests" do
    code = Server::Pairing.open!
    token = cookie_of(pair(code)).split("=", 2).last
    kept = [Server::Pairing, Server::Device].flat_map { |table| table.all.map { |row| row.attributes.to_s } }.join
    expect([kept.include?(code.delete("-")), kept.include?(token)]).to eq([false, false])
  end

  it "lets a device in no more that was revoked" do
    cookie = cookie_of(pair(Server::Pairing.open!))
    device = JSON.parse(send_from("127.0.0.1", "GET", "/api/devices").body)["devices"].first
    expect(device).to include("person" => "Ada", "name" => "Phone")
    send_from("127.0.0.1", "DELETE", "/api/devices/#{device["id"]}")
    expect(send_from("192.168.1.20", "GET", "/api/day", cookie:).status).to eq(401)
  end

  it "ends the stream of a device as soon as it is revoked" do
    cookie_of(pair(Server::Pairing.open!))
    here, there = UNIXSocket.pair
    Server::Events.add(there, device: Server::Device.last.id)
    send_from("127.0.0.1", "DELETE", "/api/devices/#{Server::Device.last.id}")
    expect(there).to be_closed
    here.close
  end

  it "lets every paired device make codes, revoke devices and read archives, and nobody else" do
    cookie = cookie_of(pair(Server::Pairing.open!))
    other = pair(Server::Pairing.open!, name: "Tablet")
    asks = ->(given) do
      [
        send_from("192.168.1.20", "POST", "/api/pairings", cookie: given).status,
        send_from("192.168.1.20", "GET", "/api/houses/#{Server::House.first.id}/archive", cookie: given).status,
        send_from("192.168.1.20", "DELETE", "/api/devices/#{JSON.parse(other.body)["id"]}", cookie: given).status
      ]
    end
    expect(asks.call(nil)).to eq([401, 401, 401])
    expect(asks.call(cookie)).to eq([201, 200, 200])
  end

  it "writes down who made an entry" do
    cookie = cookie_of(pair(Server::Pairing.open!))
    job = Server::Job.first
    headers = { "HTTP_IDEMPOTENCY_KEY" => "a key of its own", "HTTP_IF_MATCH" => job.version.to_s }
    step = { do: "watch", answer: { unsure: true } }
    said = send_from("192.168.1.20", "POST", "/api/jobs/#{job.id}/steps", body: step, cookie:, headers:)
    expect(JSON.parse(said.body)["steps"].last["person"]).to eq("Ada")
    expect(Server::Entry.last.person).to eq("Ada")
  end

  it "slows down who guesses codes" do
    statuses = Array.new(Server::Floods::GUESSES + 2) { pair("AAAA-AAAA", address: "192.168.1.99").status }
    expect(statuses).to eq(([422] * Server::Floods::GUESSES) + [429, 429])
  end
end

RSpec.describe Server::Certificate do
  it "makes a certificate for the names of this computer once, and again when it has another name" do
    Dir.mktmpdir do |folder|
      make = ->(names) { described_class.new(folder, names:).ready }
      first = make[%w[localhost van 192.168.1.5]]
      made = first.fingerprint
      expect([first.named, make[%w[localhost van]].fingerprint]).to eq([%w[localhost van 192.168.1.5], made])
      expect(make[%w[localhost van 192.168.1.6]].fingerprint).not_to eq(made)
      expect(File.stat(first.key_path).mode & 0o777).to eq(0o600)
    end
  end
end
