# frozen_string_literal: true

require_relative "../app"
require "rack/mock"

RSpec.describe Server::Border do
  # An application that answers with the parsed body it was given
  let(:inner) { ->(env) { [200, {}, [JSON.generate(env[described_class::BODY])]] } }
  let(:border) { described_class.new(inner) }

  def send_body(text, type: "application/json", path: "/jobs")
    response = Rack::MockRequest.new(border).post(path, :input => text, "CONTENT_TYPE" => type)
    [response.status, JSON.parse(response.body)]
  end

  it "passes on what it parsed, and nothing else" do
    expect(send_body('{"a": [1, 2.5, "x"], "b": null}')).to eq([200, { "a" => [1, 2.5, "x"], "b" => nil }])
  end

  it "reads a number of many digits as a float" do
    expect(send_body('{"volts": 119.12345678901234567}')).to eq([200, { "volts" => 119.12345678901235 }])
  end

  # A body, and where and how it is refused.
  {
    "a byte that is not UTF-8" => ["{\"a\": \"\xFF\"}".b, 422, ""],
    "half a surrogate" => ['{"a": "\\ud800"}', 422, ""],
    "a member twice" => ['{"a": 1, "a": 2}', 422, ""],
    "a NUL in a string" => ['{"a": {"b": "\\u0000"}}', 422, "/a/b"],
    "a number beyond every float" => ['{"a": [0, 1e999]}', 422, "/a/1"],
    "a whole number that no program holds" => ['{"a": 99999999999999999999}', 422, "/a"],
    "NaN" => ['{"a": NaN}', 422, ""],
    "a list" => ["[]", 422, ""],
    "a number" => ["5", 422, ""],
    "nothing" => ["", 422, ""],
    "null" => ["null", 422, ""],
    "half of it" => ['{"a": ', 422, ""],
    "too deep a nest" => ["#{'{"a":' * 60}1#{"}" * 60}", 422, ""],
    "too much of it" => ["{\"a\": \"#{"x" * Server::Border::MOST_BYTES}\"}", 413, ""]
  }.each do |what, (text, status, pointer)|
    it "refuses #{what}, and says where" do
      refused = send_body(text)
      expect([refused.first, refused.last["pointer"], refused.last["detail"]]).to match([status, pointer, /\S\.\z/])
    end
  end

  ["text/plain", "application/x-www-form-urlencoded", "", "application/jsonp"].each do |type|
    it "refuses #{type.empty? ? "a body of no type" : type}, which any page may send" do
      expect(send_body("{}", type:).first).to eq(415)
    end
  end

  ["/trade?volts[]=120", "/trade?volts[a]=120"].each do |path|
    it "refuses the list in #{path}, with its name" do
      response = Rack::MockRequest.new(border).get(path)
      expect([response.status, JSON.parse(response.body)["pointer"]]).to eq([422, "/volts"])
    end
  end

  ["/jobs/%FF", "/jobs/%00", "/day?volts=%FF", "/day?a=1&a[b]=2"].each do |path|
    it "refuses the address #{path}" do
      expect(Rack::MockRequest.new(border).get(path).status).to eq(400)
    end
  end
end
