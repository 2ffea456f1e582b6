# frozen_string_literal: true

# Several things asked for at once.
RSpec.describe Dielectra::Session::Change, "of several things" do
  def played(document, circuit)
    job = Dielectra::Evidence::Job.read(document)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step)))
    end
    [session, house]
  end

  def cable(from, to, type)
    colors = type == "14/3" ? %w[black red white bare] : %w[black white bare]
    conductors = colors.map { |color| { "id" => color, "color" => color } }
    { "ends" => [from, to], "type" => type, "method" => "nm", "length_ft" => 20, "conductors" => conductors }
  end

  context "when one half of an outlet was always live" do
    # Two three-ways work the upper half of an outlet; the lower half is live always.
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
          { "id" => "den", "kind" => "switch_box", "enclosure" => "plastic" },
          { "id" => "hall", "kind" => "switch_box", "enclosure" => "plastic" },
          { "id" => "wall", "kind" => "receptacle_box", "enclosure" => "plastic" }
        ],
        "cables" => [
          cable("hall/2", "wall/2", "14/2"),
          cable("den/1", "hall/1", "14/3"),
          cable("panel/1", "wall/1", "14/2")
        ],
        "devices" => [
          { "id" => "B1", "kind" => "breaker", "place" => "panel" },
          { "id" => "S1", "kind" => "three_way", "place" => "den", "position" => "up" },
          { "id" => "S2", "kind" => "three_way", "place" => "hall", "position" => "up" },
          { "id" => "R1", "kind" => "receptacle", "place" => "wall", "hot_tab" => "removed" }
        ],
        "joints" =>
          [
            %w[B1.load panel/1.black],
            %w[panel.neutral panel.ground panel/1.white panel/1.bare],
            %w[S1.common den/1.black],
            %w[S1.traveler_1 den/1.red],
            %w[S1.traveler_2 den/1.white],
            %w[S1.ground den/1.bare],
            %w[S2.common hall/2.black],
            %w[hall/2.white hall/1.black],
            %w[S2.traveler_2 hall/1.red],
            %w[S2.traveler_1 hall/1.white],
            %w[hall/2.bare hall/1.bare S2.ground],
            %w[R1.hot_1 wall/2.black],
            %w[R1.hot_2 wall/2.white wall/1.black],
            %w[R1.neutral_1 wall/1.white],
            %w[wall/2.bare wall/1.bare R1.ground]
          ].map { |points| { "points" => points } },
        "faults" => []
      }
    end
    let(:job) do
      {
        "format" => "dielectra/job",
        "version" => 1,
        "supply" => {
          "volts" => 120,
          "hertz" => 60
        },
        "places" => circuit["places"].map { |row| row.slice("id", "kind") },
        "breakers" => [{ "id" => "B1" }],
        "controls" => [{ "id" => "S1", "place" => "den" }, { "id" => "S2", "place" => "hall" }],
        "loads" => [{ "id" => "R1", "place" => "wall", "kind" => "receptacle" }],
        "wanted" => {
          "kind" => "change",
          "control" => {
            "R1" => ["S1"]
          },
          "retire" => ["S2"],
          "always" => ["R9"],
          "new" => [{ "id" => "R9", "kind" => "receptacle", "place" => "nook" }],
          "places" => [{ "id" => "nook", "kind" => "receptacle_box" }],
          "runs" => [{ "between" => %w[wall nook], "length_ft" => 12 }]
        },
        "tools" => %w[ncv voltage continuity resistance bench],
        "steps" => []
      }
    end

    it "keeps it live, and reads the ground of the new box" do
      session, house = played(job, circuit)
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
      session, = played(document.merge("wanted" => both), demo_document("chart_room.circuit.json"))
      expect(session.next.to_h.values_at("status", "would_need")).to eq(["stopped", []])
      expect(session.next.why).to include(
        "it takes 2 more: from chart room to gallery door (14/3), and from chart room to attic ceiling (14/2)"
      )
    end
  end
end
