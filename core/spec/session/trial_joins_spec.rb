# frozen_string_literal: true

require_relative "../support/small_house"

RSpec.describe "Loose conductors sorted by trial joins" do
  include SmallHouse

  let(:places) do
    {
      "panel" => "panel",
      "kitchen" => "switch_box",
      "counter" => "luminaire_box",
      "porch" => "luminaire_box",
      "pantry" => "luminaire_box"
    }
  end

  let(:circuit) do
    # Four browns of one conduit: line, two switched lights, and a light that is always on and that nobody listed.
    brown = "brown_1 brown_2 brown_3 brown_4 green_yellow"
    riser = run("counter/2", "kitchen/1", brown)
    riser["conductors"].each { |row| row["color"] = row["id"][/\A(brown|green_yellow)/] }
    circuit_document(
      places:,
      cables: [
        run("panel/1", "counter/1", "brown blue green_yellow"),
        riser,
        run("counter/3", "porch/1", "brown blue green_yellow"),
        run("counter/4", "pantry/1", "brown blue green_yellow")
      ],
      devices: [yoke("removed"), light("L1", "counter"), light("L2", "porch"), light("L9", "pantry")],
      joints: [
        "B1.load panel/1.brown",
        "panel.neutral panel.ground panel/1.blue panel/1.green_yellow",
        "counter/1.brown counter/2.brown_1",
        "counter/2.brown_2 L1.hot",
        "counter/2.brown_3 counter/3.brown",
        "counter/2.brown_4 counter/4.brown",
        "counter/1.blue counter/3.blue counter/4.blue L1.neutral",
        "counter/1.green_yellow counter/2.green_yellow counter/3.green_yellow counter/4.green_yellow L1.ground",
        "porch/1.brown L2.hot",
        "porch/1.blue L2.neutral",
        "porch/1.green_yellow L2.ground",
        "pantry/1.brown L9.hot",
        "pantry/1.blue L9.neutral",
        "pantry/1.green_yellow L9.ground",
        "kitchen/1.green_yellow S1.ground"
      ]
    ).merge("supply" => supply)
  end

  let(:supply) { { "volts" => 230, "hertz" => 50 } }

  let(:job) do
    document = yoke_job(places.except("pantry"), { "L1" => ["S1.1"], "L2" => ["S1.2"] })
    Dielectra::Evidence::Job.read(document.merge("supply" => supply, "method" => "emt", "began" => "opened"))
  end

  let(:house) { Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:) }
  let!(:session) { play(house, job) }

  it "joins one conductor to the line at a time, with the power off, and looks what comes on" do
    expect(session.next).to have_attributes(status: "solved")
    join = session.steps.index { |step| step["do"] == "arrange" }
    expect(session.steps[join]["joints"].map(&:size).max).to eq(2)
    doings = session.steps.drop(join + 1).map { |step| step["do"] }
    expect(doings.take_while { |name| name != "watch" }.uniq - %w[set]).to eq(%w[probe breaker])
  end

  it "reads the same volts twice at most while nothing is moved" do
    read = session.log.chunk_while { |_, entry| entry.kind != "arrange" }.to_a
    counts =
      read.map do |part|
        part.select { |entry| entry.kind == "probe" }.map { |one| one["at"].sort }.tally.values.max || 0
      end
    expect(counts.max).to be <= 2
  end

  it "leaves the light that nobody listed as it was fed, and says what it changed with" do
    expect(house.loads).to include("L9" => "on")
    expect(session.next.because).to include(/Light L9 came on when wires were moved in the kitchen box/)
  end
end
