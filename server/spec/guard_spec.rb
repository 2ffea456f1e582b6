# frozen_string_literal: true

require_relative "../app"
require "rack/mock"

RSpec.describe Server::Guard do
  let(:guard) { described_class.new(->(_) { [200, {}, ["in"]] }, hosts: described_class::LOCAL + ["van.local"]) }

  def status(verb, host, origin = nil)
    env = { "HTTP_HOST" => host, "HTTP_ORIGIN" => origin }.compact
    Rack::MockRequest.new(guard).request(verb, "/api/day", env).status
  end

  it "serves the names it is known by, whatever the port" do
    hosts = %w[127.0.0.1 127.0.0.1:4567 localhost:80 [::1]:4567 van.local:4567]
    expect(hosts.map { |host| status("GET", host) }.uniq).to eq([200])
  end

  it "refuses every other name, so that no name can be pointed at it" do
    hosts = %w[evil.example 127.0.0.1.evil.example localhost.evil.example evil.example:4567]
    expect(hosts.map { |host| status("GET", host) }.uniq).to eq([403])
  end

  it "refuses a write from a page of another origin, and takes one from its own or from no page" do
    origins = ["http://evil.example", "null", "http://localhost:9999", "http://localhost:4567", nil]
    expect(origins.map { |origin| status("POST", "localhost:4567", origin) }).to eq([403, 403, 403, 200, 200])
  end

  it "tells browsers what they may do with every answer, a refusal too" do
    %w[localhost evil.example].each do |host|
      headers = Rack::MockRequest.new(guard).get("/", "HTTP_HOST" => host).headers
      expect(headers).to include(
        "content-security-policy" => /default-src 'self'.*frame-ancestors 'none'/,
        "x-content-type-options" => "nosniff",
        "x-frame-options" => "DENY",
        "permissions-policy" => /camera=\(\)/
      )
    end
  end
end
