# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Instruction do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  # A step and its title.
  {
    { "do" => "watch" } => "Look at the light",
    { "do" => "set", "device" => "S2", "to" => "up" } => "Throw the lamp room switch up",
    { "do" => "breaker", "device" => "B1", "to" => "off" } => "Turn breaker B1 off",
    { "do" => "open", "place" => "stair_head" } => "Open the stair head fixture",
    { "do" => "prove_dead", "place" => "lamp_room" } => "Prove the lamp room box dead",
    {
      "do" => "probe",
      "tool" => "continuity",
      "at" => %w[tower_door/2.red S1.common]
    } =>
      "Test continuity from red of cable 2 to the common screw of S1",
    { "do" => "probe", "tool" => "ncv", "at" => %w[tower_door/1.black] } => "Hold the detector to black of cable 1",
    {
      "do" => "probe",
      "tool" => "voltage",
      "at" => %w[tower_door/1.black tower_door.box]
    } =>
      "Measure volts from black of cable 1 to the metal box",
    {
      "do" => "replace",
      "device" => "S1",
      "kind" => "three_way"
    } =>
      "Fit a new three-way switch in the tower door box",
    { "do" => "replace", "device" => "L1", "kind" => "lamp" } => "Put a good bulb into the fixture",
    { "do" => "mark", "point" => "tower_door/2.white", "tape" => "black" } => "Tape white of cable 2 black",
    { "do" => "bench", "device" => "S1", "position" => "up" } => "Bench-test the tower door switch, toggle up",
    { "do" => "find_breaker", "point" => "lamp_room/1.red" } => "Find the breaker that feeds red of cable 1"
  }.each do |step, title|
    it "says: #{title}" do
      expect(described_class.of(step, session.situation)["title"]).to eq(title)
    end
  end

  it "warns where a tester goes to live parts, and nowhere else" do
    caution = ->(tool) do
      described_class.of(
        { "do" => "probe", "tool" => tool, "at" => %w[tower_door/1.black tower_door.box] },
        session.situation
      )[
        "caution"
      ]
    end
    expect([caution["voltage"], caution["continuity"]]).to match([/with the probes only/, nil])
  end

  # An answer and how it is told.
  {
    [{ "do" => "watch" }, { "loads" => { "L1" => "on" }, "breakers" => { "B1" => "on" } }] => "L1 on",
    [{ "do" => "watch" }, { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "tripped" } }] =>
      "L1 off, B1 tripped",
    [{ "do" => "prove_dead" }, { "live" => [] }] => "dead",
    [{ "do" => "prove_dead" }, { "live" => ["a/1.black"] }] => "still live: a/1.black",
    [{ "do" => "probe" }, { "ohms" => nil }] => "open",
    [{ "do" => "probe" }, { "volts" => 119.4 }] => "119.4 V",
    [{ "do" => "bench" }, { "closed" => [%w[common traveler_1]] }] => "common–traveler_1",
    [{ "do" => "set" }, { "cannot" => "painted over" }] => "cannot: painted over",
    [{ "do" => "watch" }, { "unsure" => true }] => "not sure"
  }.each do |(step, answer), told|
    it "tells #{told}" do
      expect(described_class.answered(step, answer)).to eq(told)
    end
  end
end
