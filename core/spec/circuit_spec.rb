# frozen_string_literal: true

RSpec.describe Dielectra::Circuit do
  let(:document) { demo_document("tower_stair.circuit.json") }

  %w[tower_stair boathouse passage horn_shed].each do |name|
    it "reads and writes #{name} without loss" do
      expect(demo_circuit(name).to_h).to eq(demo_document("#{name}.circuit.json"))
    end
  end

  it "knows what touches what" do
    expect(described_class.read(document).joint_at("S2.common").points).to eq(%w[S2.common lamp_room/1.red])
  end

  {
    "a field nobody knows" => [->(d) { d["joints"][0]["glue"] = true }, "/joints/0/glue"],
    "a missing list" => [->(d) { d.delete("cables") }, ""],
    "a device of no known kind" => [->(d) { d["devices"][1]["kind"] = "knife" }, "/devices/1/kind"],
    "a place that is not there" => [->(d) { d["devices"][1]["place"] = "attic" }, "/devices/1/place"],
    "a position the device has not" => [->(d) { d["devices"][1]["position"] = "tripped" }, "/devices/1/position"],
    "a point in two joints" => [->(d) { d["joints"][3]["points"] << "S1.common" }, "/joints/3/points/2"],
    "a point that does not exist" => [->(d) { d["joints"][2]["points"] << "S9.common" }, "/joints/2/points/2"],
    "a joint across places" => [
      ->(d) { (d["joints"][2]["points"] << "S2.ground") && d["joints"][10]["points"].delete("S2.ground") },
      "/joints/2/points"
    ],
    "two cables at one end" => [->(d) { d["cables"][1]["ends"][0] = "tower_door/1" }, "/cables/1/ends/0"],
    "a fault on no device" => [
      ->(d) { d["faults"] << { "kind" => "lamp_burnt", "device" => "L9" } },
      "/faults/0/device"
    ],
    "a contact the device has not" => [
      ->(d) { d["faults"] << { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[common line] } },
      "/faults/0/contact"
    ]
  }.each do |what, (spoil, pointer)|
    it "refuses #{what} with its pointer" do
      spoil.call(document)
      expect { described_class.read(document) }.to raise_error(Dielectra::InvalidInput) { |error|
        expect(error.pointer).to eq(pointer)
      }
    end
  end
end
