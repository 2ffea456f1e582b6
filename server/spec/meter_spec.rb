# frozen_string_literal: true

require_relative "contexts"
require_relative "../meter_probes"

RSpec.describe Server::MeterLine do
  include_context "with the application"

  let(:circuit) { Dielectra::Circuit.read(JSON.parse(File.read("demo/boathouse.circuit.json"))) }
  let(:at) { %w[slip_door/1.black slip_door/1.white] }
  let(:house) { Dielectra::Practice::House.new(circuit) }

  # A stand-in that listens for as long as the block runs
  def listening(points = at)
    server = TCPServer.new("127.0.0.1", 0)
    serving = Thread.new { loop { Dielectra::Meter::StandIn.new { [house, points] }.serve(server.accept) } }
    yield "127.0.0.1:#{server.addr[1]}"
  ensure
    serving.kill
    server.close
  end

  before { house.answer({ "do" => "open", "place" => "slip_door" }) }

  it "reads the meter that is set, once it has settled" do
    listening do |address|
      send_json(:put, "/settings", { meter: address })
      expect(send_json(:post, "/meter", { tool: "voltage" })).to eq(200)
      expect(said).to match(
        "value" => be_a(Numeric),
        "unit" => "volts",
        "settled" => true,
        "contact" => false,
        "same" => false,
        "doubt" => nil
      )
    end
  end

  it "says whether a reading confirms the one held, and what speaks against it" do
    listening(at) do |address|
      send_json(:put, "/settings", { meter: address })
      job = Server::Job.first.id
      said_of = ->(held) { send_json(:post, "/meter", { tool: "voltage", job:, held: }) && said }
      expect(said_of.call(0.05)).to include("same" => true, "doubt" => nil)
      expect(said_of.call(60)).to include("same" => false)
    end
  end

  it "tells open from a number" do
    house.answer({ "do" => "breaker", "device" => "B1", "to" => "off" })
    listening do |address|
      send_json(:put, "/settings", { meter: address })
      send_json(:post, "/meter", { tool: "resistance" })
      expect(said).to eq(
        "value" => nil,
        "unit" => "ohms",
        "settled" => true,
        "contact" => false,
        "same" => true,
        "doubt" => nil
      )
    end
  end

  it "says that no meter is set, that it cannot be reached, or that it has hung up" do
    expect(send_json(:post, "/meter", { tool: "voltage" })).to eq(422)
    expect(said["detail"]).to include("No meter is set")
    send_json(:put, "/settings", { meter: "127.0.0.1:1" })
    expect(send_json(:post, "/meter", { tool: "voltage" })).to eq(422)
    expect(said["detail"]).to match(/cannot be reached.*Type the reading/)
  end

  it "refuses an address that is none" do
    expect(send_json(:put, "/settings", { meter: "http://meter/x y" })).to be_between(400, 422)
  end

  describe Server::MeterProbes do
    it "follows the steps of a job file" do
      Dir.mktmpdir do |folder|
        path = File.join(folder, "job.json")
        File.write(
          path,
          JSON.generate(
            { "steps" => [{ "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }] }
          )
        )
        there, points = described_class.new(circuit, at:, steps: path, follow: nil).now
        expect([there.breakers, points]).to eq([{ "B1" => "off" }, at])
      end
    end

    it "wants to know where the probes are" do
      expect { described_class.new(circuit, at: nil, steps: nil, follow: nil) }.to raise_error(
        Dielectra::InvalidInput,
        /--at/
      )
    end
  end
end
