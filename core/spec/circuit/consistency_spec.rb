# frozen_string_literal: true

RSpec.describe Dielectra::Circuit::Consistency do
  let(:document) { demo_document("boathouse.circuit.json") }

  def refused(document)
    Dielectra::Circuit.read(document)
    nil
  rescue Dielectra::InvalidInput => e
    e.pointer
  end

  # What is changed in a good file, and where the trouble is.
  {
    "a place named twice" => [->(file) { file["places"] << file["places"].last }, %r{/places/\d+/id}],
    "a cable end in no place" => [->(file) { file["cables"].first["ends"][1] = "attic/1" }, %r{/cables/0/ends/1}],
    "a cable end of two cables" => [
      ->(file) { file["cables"].last["ends"] = file["cables"].first["ends"] },
      %r{/cables/\d+/ends/0}
    ],
    "a device in no place" => [->(file) { file["devices"].last["place"] = "attic" }, %r{/devices/\d+/place}],
    "a position that its kind does not have" => [
      ->(file) { file["devices"].find { |row| row["id"] == "S1" }["position"] = "sideways" },
      %r{/devices/\d+}
    ],
    "a joint of a point that does not exist" => [
      ->(file) { file["joints"].first["points"] << "S9.common" },
      %r{/joints/0}
    ],
    "a point in two joints" => [->(file) { file["joints"] << file["joints"].first }, %r{/joints/\d+}]
  }.each do |what, (spoil, pointer)|
    it "refuses #{what}, and says where" do
      spoil.call(document)
      expect(refused(document)).to match(pointer)
    end
  end

  it "takes the file as it is" do
    expect(refused(document)).to be_nil
  end
end
