# frozen_string_literal: true

require_relative "../../support/small_house"

RSpec.describe Dielectra::Session::ReversedCable do
  include SmallHouse

  let(:places) { { "panel" => "panel", "kitchen" => "switch_box", "counter" => "luminaire_box" } }

  # @param hot [String] the conductor of the cable to the light that is on the switch
  # @param neutral [String] the other one
  # @return [Session::OnSite] once the job has ended
  def played(hot, neutral)
    circuit =
      circuit_document(
        places:,
        cables:
          [%w[panel/1 kitchen/1], %w[kitchen/2 counter/1]].map { |ends| run(*ends, "black white bare", type: "14/2") },
        devices: [switch("S1", "kitchen"), light("L1", "counter")],
        joints: [
          "B1.load panel/1.black",
          "panel.neutral panel.ground panel/1.white panel/1.bare",
          "kitchen/1.black S1.terminal_1",
          "kitchen/2.#{hot} S1.terminal_2",
          "kitchen/1.white kitchen/2.#{neutral}",
          "kitchen/1.bare kitchen/2.bare S1.ground",
          "counter/1.black L1.hot",
          "counter/1.white L1.neutral",
          "counter/1.bare L1.ground"
        ],
        faults: [{ "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }]
      )
    wanted = { "kind" => "restore", "control" => { "L1" => ["S1"] } }
    job =
      Dielectra::Evidence::Job.read(
        job_document(places:, controls: { "S1" => "kitchen" }, loads: { "L1" => "counter" }, wanted:)
      )
    @house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    play(@house, job)
  end

  def opened(session) = session.log.done("open").map { |entry| entry["place"] }

  it "opens the load of a reversed cable, so that no shell stays live" do
    session = played("white", "black")
    expect(opened(session)).to eq(%w[kitchen counter])
    expect(session.next).to have_attributes(status: "solved")
    shell, hot =
      %w[L1.neutral L1.hot].map { |point| @house.circuit.joints.find { |joint| joint.points.include?(point) } }
    kitchen = @house.circuit.joints.find { |joint| joint.points.include?("S1.terminal_2") }
    color = kitchen.points.grep(%r{kitchen/2}).first.split(".").last
    expect([hot, shell].map { |joint| joint.points.include?("counter/1.#{color}") }).to eq([true, false])
  end

  it "leaves the load of any other cable shut" do
    expect(opened(played("black", "white"))).to eq(["kitchen"])
  end
end
