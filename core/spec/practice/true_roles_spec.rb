# frozen_string_literal: true

RSpec.describe Dielectra::Practice::TrueRoles do
  # What a house with nothing wrong has its conductors do, beside what it was made for.
  def compared(family, seed)
    wall = Dielectra::Practice::Wall.new(family, Random.new(seed))
    circuit = Dielectra::Circuit.read(wall.circuit_document([]))
    rooms = wall.rooms + wall.lights
    job =
      Struct.new(:places).new(
        [
          Dielectra::Circuit::Place.new(id: "panel", kind: "panel"),
          *rooms.map { |place| Dielectra::Circuit::Place.new(id: place, kind: "switch_box") }
        ]
      )
    meant = rooms.map { |place| wall.functions_at(place) }.reduce({}, :merge)
    onward =
      wall.runs.select { |run| run.places.any? { |place| Dielectra::Design::Layout.onward?(place) } }.flat_map(&:ends)
    roles = meant.to_h { |point, function| [point, function ? Dielectra::Design::Layout.role(function) : "spare"] }
    roles =
      roles.to_h { |point, role| [point, role == "line" && onward.include?(point.split(".").first) ? "onward" : role] }
    [described_class.new(circuit, job).of(meant.keys), roles]
  end

  %i[one two three four conduit cloth knob_and_tube loads receptacle].each do |family|
    it "reads off a #{family} house what it was made for" do
      3.times { |seed| expect(compared(family, seed + 1).reduce(:==)).to be(true) }
    end
  end

  it "says nothing of a broken conductor" do
    document = demo_document("tower_stair.circuit.json")
    cable = document["cables"].find { |row| row["ends"].none? { |name| name.start_with?("panel") } }
    document["faults"] = [
      { "kind" => "conductor_open", "cable" => cable["ends"], "conductor" => cable["conductors"].first["id"] }
    ]
    point = "#{cable["ends"].first}.#{cable["conductors"].first["id"]}"
    expect(described_class.new(Dielectra::Circuit.read(document), demo_job("tower_stair")).of([point])).to be_empty
  end
end
