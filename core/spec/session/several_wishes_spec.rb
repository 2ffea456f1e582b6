# frozen_string_literal: true

require_relative "../support/small_house"

# Several things asked for at once.
RSpec.describe Dielectra::Session::Change, "of several things" do
  include SmallHouse

  # @return [Array(Session, House)]
  def done(document, circuit)
    job = Dielectra::Evidence::Job.read(document)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    [play(house, job), house]
  end

  context "when one half of an outlet was always live" do
    let(:places) { { "panel" => "panel", "den" => "switch_box", "hall" => "switch_box", "wall" => "receptacle_box" } }
    # Two three-ways work the upper half of an outlet; the lower half is live always.
    let(:circuit) do
      circuit_document(
        places:,
        cables: [
          run("hall/2", "wall/2", "black white bare", type: "14/2"),
          run("den/1", "hall/1", "black red white bare", type: "14/3"),
          run("panel/1", "wall/1", "black white bare", type: "14/2")
        ],
        devices: [
          switch("S1", "den", kind: "three_way"),
          switch("S2", "hall", kind: "three_way"),
          { "id" => "R1", "kind" => "receptacle", "place" => "wall", "hot_tab" => "removed" }
        ],
        joints: [
          "B1.load panel/1.black",
          "panel.neutral panel.ground panel/1.white panel/1.bare",
          "S1.common den/1.black",
          "S1.traveler_1 den/1.red",
          "S1.traveler_2 den/1.white",
          "S1.ground den/1.bare",
          "S2.common hall/2.black",
          "hall/2.white hall/1.black",
          "S2.traveler_2 hall/1.red",
          "S2.traveler_1 hall/1.white",
          "hall/2.bare hall/1.bare S2.ground",
          "R1.hot_1 wall/2.black",
          "R1.hot_2 wall/2.white wall/1.black",
          "R1.neutral_1 wall/1.white",
          "wall/2.bare wall/1.bare R1.ground"
        ]
      )
    end
    let(:job) do
      wanted = {
        "kind" => "change",
        "control" => {
          "R1" => ["S1"]
        },
        "retire" => ["S2"],
        "always" => ["R9"],
        "new" => [{ "id" => "R9", "kind" => "receptacle", "place" => "nook" }],
        "places" => [{ "id" => "nook", "kind" => "receptacle_box" }],
        "runs" => [{ "between" => %w[wall nook], "length_ft" => 12 }]
      }
      job_document(places:, controls: { "S1" => "den", "S2" => "hall" }, loads: {}, wanted:).merge(
        "loads" => [{ "id" => "R1", "place" => "wall", "kind" => "receptacle" }]
      )
    end

    it "keeps it live, and reads the ground of the new box" do
      session, house = done(job, circuit)
      expect(session.next.status).to eq("solved")
      asked = Dielectra::Evidence::Job.read(job).after
      expect(Dielectra::Practice::Inspection.new(house.circuit, asked).obeys?).to be(true)
      expect(house.circuit.joints.map(&:points).find { |points| points.include?("R1.hot_2") }).to include(
        "wall/1.black"
      )
      expect(session.next.to_h["grounding"]["nook"]).to eq("path")
    end
  end

  context "when no single run would do" do
    let(:document) { demo_document("chart_room.job.json") }

    it "names those that do it together" do
      wanted = document["wanted"].except("runs")
      lamp = { "id" => "L9", "kind" => "luminaire", "place" => "attic_ceiling" }
      both =
        wanted.merge(
          "kind" => "change",
          "control" => wanted["control"].merge("L9" => wanted["control"].values.first),
          "new" => wanted["new"] + [lamp],
          "places" => wanted["places"] + [{ "id" => "attic_ceiling", "kind" => "luminaire_box" }]
        )
      session, = done(document.merge("wanted" => both), demo_document("chart_room.circuit.json"))
      expect(session.next.to_h.values_at("status", "would_need")).to eq(["stopped", []])
      expect(session.next.why).to include(
        "it takes 2 more: from chart room to gallery door (14/3), and from chart room to attic ceiling (14/2)"
      )
    end
  end
end
