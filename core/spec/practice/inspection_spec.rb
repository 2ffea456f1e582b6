# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Inspection do
  # Changes to the right boathouse, whether the light obeys, and what is dangerous.
  {
    "as it should be" => [->(d) { d["faults"] = [] }, true, []],
    "with its joint open" => [->(_d) {}, false, []],
    "with the neutral switched" => [
      lambda do |d|
        d["faults"] = []
        swap = { "boathouse/1.black" => "boathouse/1.white", "boathouse/1.white" => "boathouse/1.black" }
        d["joints"].each { |joint| joint["points"].map! { |point| swap.fetch(point, point) } }
      end,
      true,
      ["the neutral of L1 is switched"]
    ],
    "with line on neutral" => [
      lambda do |d|
        d["joints"].reject! { |joint| joint["points"].include?("L1.neutral") }
        d["joints"].find { |joint| joint["points"].include?("boathouse/1.black") }["points"] << "boathouse/1.white"
      end,
      false,
      ["a breaker trips"]
    ]
  }.each do |what, (change, obeys, hazards)|
    it "judges a house #{what}" do
      document = demo_document("boathouse.circuit.json")
      change.call(document)
      inspection = described_class.new(Dielectra::Circuit.read(document), demo_job("boathouse"))
      expect([inspection.obeys?, inspection.hazards]).to eq([obeys, hazards])
    end
  end

  it "finds an enclosure live on which line was laid" do
    document = demo_document("passage.circuit.json")
    document["joints"] << { "points" => %w[chart_room/1.black chart_room.box] }
    inspection = described_class.new(Dielectra::Circuit.read(document), demo_job("passage"))
    expect([inspection.unfit?, inspection.hazards]).to eq([true, ["chart_room.box is live"]])
  end
end
