# frozen_string_literal: true

require_relative "../support/small_house"

# A switch and its light. A cable of three conductors goes on from the switch to an outlet that the job does not name.
# There line is on the taped white and neutral on the red. Everything in the switch box is apart.
RSpec.describe Dielectra::Session::UnknownOnward do
  include SmallHouse

  let(:places) { { "panel" => "panel", "scullery" => "switch_box", "ceiling" => "luminaire_box" } }
  let(:circuit) do
    circuit_document(
      places: places.merge("elsewhere" => "receptacle_box"),
      cables: [
        run("panel/1", "scullery/1", "black white bare", type: "14/2"),
        run("scullery/2", "ceiling/1", "black white bare", type: "14/2"),
        run("scullery/3", "elsewhere/1", "black red white/black bare", type: "14/3")
      ],
      devices: [
        switch("S1", "scullery"),
        light("L1", "ceiling"),
        { "id" => "R1", "kind" => "receptacle", "place" => "elsewhere", "hot_tab" => "intact" }
      ],
      joints: [
        "B1.load panel/1.black",
        "panel.ground panel.neutral panel/1.bare panel/1.white",
        "L1.hot ceiling/1.black",
        "L1.neutral ceiling/1.white",
        "R1.hot_1 elsewhere/1.white",
        "R1.neutral_1 elsewhere/1.red"
      ]
    )
  end
  let(:job) { Dielectra::Evidence::Job.read(document) }
  let(:house) { Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:) }
  let(:session) { play(house, job) }
  let(:document) do
    wanted = { "kind" => "restore", "control" => { "L1" => ["S1"] } }
    job_document(places:, controls: { "S1" => "scullery" }, loads: { "L1" => "ceiling" }, wanted:)
  end

  it "stops once the light obeys, and says what cannot be told from here" do
    expect(session.next.why).to start_with("which conductors of cable 3 in the scullery box are line and neutral")
    expect(session.proof).to be_complete
    expect(described_class.new(session).run.ends).to include("scullery/3")
  end

  it "is nothing where the colors tell" do
    session = opened("tower_stair", "tower_door", "lamp_room")
    expect(described_class.new(session).run).to be_nil
  end
end
