# frozen_string_literal: true

# Switches side by side, each with a load of its own.
RSpec.describe "Several switches in one box" do
  let(:document) { demo_document("watch_room.circuit.json") }
  let(:job) { demo_job("watch_room") }

  # Plays a house that is joined otherwise in one box, watching over whoever works in it.
  # @param swap [Hash{String => String}] point => the point it changes places with
  def played(job, document, swap: {}, faults: [])
    document["joints"].each { |row| row["points"] = row["points"].map { |point| swap.fetch(point, point) }.uniq }
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(document.merge("faults" => faults)))
    watch = Dielectra::Practice::SafetyObserver.new(house, job)
    session = play(house, job) { |step| watch.check!(step) }
    inspection = Dielectra::Practice::Inspection.new(house.circuit, job)
    expect([session.next.status, watch.unsafe, inspection.obeys?, inspection.hazards]).to eq(["solved", [], true, []])
    session
  end

  # The line carried on to the third switch as well
  def right(document)
    document["joints"].find { |row| row["points"].include?("S2.terminal_1") }["points"] << "S3.terminal_1"
    document
  end

  def causes(session) = session.next.causes.map { |row| row.values_at("kind", "place") }

  it "has each load worked by its own switch, from every state of the others" do
    session = played(job, document)
    expect(causes(session)).to eq([%w[miswired watch_room]])
    expect(session.proof.combinations.size).to eq(8)
  end

  it "exchanges loads back that are on each other’s switches" do
    swap = { "watch_room/2.black" => "watch_room/3.red", "watch_room/3.red" => "watch_room/2.black" }
    session = played(job, right(document), swap:)
    expect(causes(session)).to eq([%w[miswired watch_room]])
  end

  it "replaces the one that has failed, and leaves the others as they are" do
    stuck = { "kind" => "contact_stuck_open", "device" => "S2", "contact" => %w[terminal_1 terminal_2] }
    session = played(job, right(document), faults: [stuck])
    expect(session.next.causes.map { |row| row.values_at("kind", "device") }).to eq([%w[device_failed S2]])
    expect(session.situation.arrangement.kinds.keys).to eq(["S2"])
  end

  it "knows two toggles on one yoke" do
    both = document["devices"].reject { |row| %w[S2 S3].include?(row["id"]) }
    yoke = { "id" => "S2", "kind" => "combination", "place" => "watch_room", "common_tab" => "intact" }
    screws = {
      "S2.terminal_1" => "S2.common_1",
      "S2.terminal_2" => "S2.out_2",
      "S3.terminal_2" => "S2.out_1",
      "S3.ground" => "S2.ground"
    }
    wired = document.merge("devices" => [*both, yoke.merge("positions" => %w[off off])])
    controls = %w[S1 S2.1 S2.2].map { |id| { "id" => id, "place" => "watch_room", "on_off_marked" => true } }
    wanted = { "kind" => "restore", "control" => { "L1" => ["S1"], "F1.fan" => ["S2.1"], "F1.light" => ["S2.2"] } }
    yoked = demo_document("watch_room.job.json").merge("controls" => controls, "wanted" => wanted)
    session = played(Dielectra::Evidence::Job.read(yoked), wired, swap: screws)
    expect(causes(session)).to eq([%w[miswired watch_room]])
  end
end
