# frozen_string_literal: true

RSpec.describe Dielectra::Session::UnknownOnward do
  let(:lamp) { { "kind" => "incandescent", "watts" => 60, "good" => true } }
  # A switch and its light. A cable of three conductors goes on from the switch to an outlet that the job does not
  # name. There line is on the taped white and neutral on the red. Everything in the switch box is apart.
  let(:circuit) do
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        { "id" => "scullery", "kind" => "switch_box", "enclosure" => "plastic" },
        { "id" => "scullery_ceiling", "kind" => "luminaire_box", "enclosure" => "plastic" },
        { "id" => "elsewhere", "kind" => "receptacle_box", "enclosure" => "plastic" }
      ],
      "cables" => [
        cable("panel/1", "scullery/1", "14/2"),
        cable("scullery/2", "scullery_ceiling/1", "14/2"),
        cable("scullery/3", "elsewhere/1", "14/3", tape: ["black", nil])
      ],
      "devices" => [
        { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
        { "id" => "S1", "kind" => "single_pole", "place" => "scullery", "position" => "off" },
        { "id" => "L1", "kind" => "luminaire", "place" => "scullery_ceiling", "lamp" => lamp },
        { "id" => "R1", "kind" => "receptacle", "place" => "elsewhere", "hot_tab" => "intact" }
      ],
      "joints" =>
        [
          %w[B1.load panel/1.black],
          %w[panel.ground panel.neutral panel/1.bare panel/1.white],
          %w[L1.hot scullery_ceiling/1.black],
          %w[L1.neutral scullery_ceiling/1.white],
          %w[R1.hot_1 elsewhere/1.white],
          %w[R1.neutral_1 elsewhere/1.red]
        ].map { |points| { "points" => points, "by" => "screw" } }
    }
  end
  let(:document) do
    {
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => circuit["supply"],
      "places" => circuit["places"].first(3).map { |place| place.slice("id", "kind") },
      "breakers" => [{ "id" => "B1", "amps" => 15 }],
      "controls" => [{ "id" => "S1", "place" => "scullery", "on_off_marked" => true }],
      "loads" => [{ "id" => "L1", "place" => "scullery_ceiling", "kind" => "luminaire" }],
      "wanted" => {
        "kind" => "restore",
        "control" => {
          "L1" => ["S1"]
        }
      },
      "tools" => %w[ncv voltage continuity resistance],
      "steps" => []
    }
  end

  def cable(one, other, type, tape: nil)
    colors = type.end_with?("3") ? %w[black red white bare] : %w[black white bare]
    conductors = colors.map { |color| { "id" => color, "color" => color } }
    conductors.find { |row| row["id"] == "white" }["tape"] = tape if tape
    { "ends" => [one, other], "type" => type, "method" => "nm", "conductors" => conductors }
  end

  it "stops once the light obeys, and says what cannot be told from here" do
    job = Dielectra::Evidence::Job.read(document)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step)))
    end
    expect(session.next.why).to start_with("which conductors of cable 3 in the scullery box are line and neutral")
    expect(session.proof).to be_complete
    expect(described_class.new(session).run.ends).to include("scullery/3")
  end

  it "is nothing where the colors tell" do
    session = opened("tower_stair", "tower_door", "lamp_room")
    expect(described_class.new(session).run).to be_nil
  end
end
