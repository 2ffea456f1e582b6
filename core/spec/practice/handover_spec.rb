# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Handover do
  # What is left to answer for in a house that was as it should be and was changed.
  def left(name, opened:)
    document = demo_document("#{name}.circuit.json")
    document["faults"] = []
    yield document
    described_class.new(demo_circuit(name), Dielectra::Circuit.read(document), demo_job(name), opened:).shortcomings
  end

  def joint(document, point) = document["joints"].find { |item| item["points"].include?(point) }["points"]

  it "has nothing to say of a house in which no box was opened" do
    expect(left("boathouse", opened: []) { |_| nil }).to be_empty
  end

  it "names the hot white conductors of boxes that were open, but for those that are marked" do
    whites =
      left("boathouse", opened: %w[boathouse slip_door]) do |document|
        document["cables"].last["conductors"].find { |wire| wire["id"] == "white" }["tape"] = ["black", nil]
      end
    expect(whites).to eq(["slip_door/1.white is hot and not marked"])
  end

  it "names a ground that was joined and is not any more" do
    lost = left("tower_stair", opened: []) { |document| joint(document, "lamp_room.box").delete("S2.ground") }
    expect(lost).to eq(["S2.ground has lost its ground"])
  end

  it "names a ground that serves as something else" do
    used =
      left("tower_stair", opened: ["lamp_room"]) do |document|
        joint(document, "lamp_room.box").delete("lamp_room/1.bare")
        joint(document, "lamp_room/2.white").push("lamp_room/1.bare").delete("lamp_room/1.white")
      end
    expect(used).to include("lamp_room/1.bare is used for something else than ground")
  end

  it "has nothing against a spare that is joined to the ground" do
    spare =
      left("tower_stair", opened: ["lamp_room"]) do |document|
        document["cables"].last["conductors"].push({ "id" => "red", "color" => "red" })
        joint(document, "lamp_room.box").push("lamp_room/2.red")
      end
    expect(spare).to be_empty
  end

  it "names a breaker that is off" do
    off =
      left("boathouse", opened: []) do |document|
        document["devices"].find { |device| device["id"] == "B1" }["position"] = "off"
      end
    expect(off).to eq(["B1 is off"])
  end

  it "names what two circuits share" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(4), family: :second_circuit, trouble: :exchanged)
    circuit = scenario.circuit
    other = circuit.breakers.map(&:id).find { |id| id != "B1" }
    hot = Dielectra::Physics::Network.new(circuit, { "B1" => "off", other => "on" })
    place =
      circuit
        .places
        .reject(&:panel?)
        .map(&:id)
        .find do |id|
          scenario.job.controls.map(&:place).include?(id) && circuit.points_of(id).any? { |point| hot.live?(point) }
        end
    stray = circuit.points_of(place).find { |point| hot.live?(point) }
    switch = circuit.devices_at(place).first
    screw = switch.points.first
    joints =
      circuit
        .joints
        .reject { |item| item.points.include?(screw) }
        .map do |item|
          item.points.include?(stray) ? Dielectra::Circuit::Joint.new(points: item.points + [screw]) : item
        end
    shared = described_class.new(circuit, circuit.with(joints:), scenario.job, opened: [place]).shortcomings
    expect(shared.grep(/two circuits/)).not_to be_empty
  end
end
