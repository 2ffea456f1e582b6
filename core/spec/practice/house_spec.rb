# frozen_string_literal: true

RSpec.describe Dielectra::Practice::House do
  subject(:house) { described_class.new(demo_circuit("boathouse")) }

  def steps(*list) = list.map { |step| house.answer(step) }.last

  it "keeps its state" do
    steps({ "do" => "breaker", "device" => "B1", "to" => "off" })
    expect(house.answer({ "do" => "watch" })["breakers"]).to eq("B1" => "off")
  end

  it "shows what is in a box, and keeps its mouth shut about faults" do
    found =
      steps({ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => "slip_door" })["found"]
    expect(found["cable_ends"].map { |row| row["id"] }).to eq(["slip_door/1"])
    expect(JSON.generate(found)).not_to include("joint_open")
  end

  it "makes contact again once a joint was taken apart and remade" do
    apart = [%w[S1.ground slip_door/1.bare], %w[S1.terminal_1 slip_door/1.white]]
    whole = [*apart, %w[S1.terminal_2 slip_door/1.black]]
    steps(
      { "do" => "breaker", "device" => "B1", "to" => "off" },
      { "do" => "open", "place" => "slip_door" },
      { "do" => "arrange", "place" => "slip_door", "joints" => apart },
      { "do" => "arrange", "place" => "slip_door", "joints" => whole },
      { "do" => "breaker", "device" => "B1", "to" => "on" },
      { "do" => "set", "device" => "S1", "to" => "up" }
    )
    expect(house.answer({ "do" => "watch" })["loads"]).to eq("L1" => "on")
  end

  it "says that nothing was read where a meter shows no ohms" do
    steps({ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => "slip_door" })
    expect(
      house.answer({ "do" => "probe", "tool" => "resistance", "at" => %w[slip_door/1.black slip_door/1.bare] })
    ).to eq("ohms" => nil)
  end

  it "puts a new device on by the marks, which may have lied" do
    document = demo_document("tower_stair.circuit.json")
    document["faults"] = [
      { "kind" => "marks_wrong", "device" => "S1", "seen_as" => { "common" => "traveler_1", "traveler_1" => "common" } }
    ]
    misled = described_class.new(Dielectra::Circuit.read(document))
    [{ "do" => "breaker", "device" => "B1", "to" => "off" }].each { |step| misled.answer(step) }
    seen =
      misled.answer({ "do" => "open", "place" => "tower_door" })["found"]["joints"].map { |joint| joint["points"].sort }
    misled.answer({ "do" => "replace", "device" => "S1", "kind" => "three_way" })
    expect(misled.circuit.joints.map { |joint| joint.points.sort }).to include(*seen)
  end

  it "puts a box back as it was found" do
    found =
      steps({ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => "slip_door" })[
        "found"
      ][
        "joints"
      ]
    again =
      steps(
        { "do" => "arrange", "place" => "slip_door", "joints" => [] },
        { "do" => "arrange", "place" => "slip_door", "joints" => "as_found" },
        { "do" => "open", "place" => "slip_door" }
      )[
        "found"
      ][
        "joints"
      ]
    expect(again.map { |joint| joint["points"].sort }).to match_array(found.map { |joint| joint["points"].sort })
  end

  it "trips, and stays tripped, when line meets neutral" do
    steps(
      { "do" => "breaker", "device" => "B1", "to" => "off" },
      { "do" => "open", "place" => "boathouse" },
      { "do" => "arrange", "place" => "boathouse", "joints" => [%w[boathouse/1.black boathouse/1.white]] },
      { "do" => "breaker", "device" => "B1", "to" => "on" }
    )
    expect(house.answer({ "do" => "watch" })["breakers"]).to eq("B1" => "tripped")
  end

  {
    "probing a closed box" => {
      "do" => "probe",
      "tool" => "ncv",
      "at" => ["slip_door/1.black"]
    },
    "opening what is not there" => {
      "do" => "open",
      "place" => "attic"
    },
    "a position a switch has not" => {
      "do" => "set",
      "device" => "S1",
      "to" => "sideways"
    },
    "a lamp in a switch" => {
      "do" => "replace",
      "device" => "S1",
      "kind" => "lamp"
    }
  }.each do |what, step|
    it "says why it cannot: #{what}" do
      expect(house.answer(step)["cannot"]).to be_a(String)
    end
  end

  it "shows lying marks as a person sees them" do
    circuit =
      demo_circuit("tower_stair").with(
        faults: [
          {
            "kind" => "marks_wrong",
            "device" => "S1",
            "seen_as" => {
              "common" => "traveler_1",
              "traveler_1" => "common"
            }
          }
        ]
      )
    found = described_class.new(circuit).answer({ "do" => "open", "place" => "tower_door" })["found"]
    expect(found["joints"].map { |row| row["points"] }).to include(%w[S1.traveler_1 tower_door/1.black])
  end
end
