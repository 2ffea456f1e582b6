# frozen_string_literal: true

# Changes asked for, from the first look to the proof.
RSpec.describe Dielectra::Session::Change do
  let(:circuit) { demo_document("chart_room.circuit.json") }
  let(:document) { demo_document("chart_room.job.json") }

  # Plays a change, watching over whoever works, and inspects what is left.
  # @return [Array(Session, House)]
  def made(document, circuit, refuses: [])
    job = Dielectra::Evidence::Job.read(document)
    found = Dielectra::Circuit.read(circuit)
    house = Dielectra::Practice::House.new(found, job:, refuses:)
    watch = Dielectra::Practice::SafetyObserver.new(house, job)
    session = Dielectra::Session::Troubleshooting.for(job)
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      watch.check!(step)
      session.record(step.merge("answer" => house.answer(step)))
    end
    expect(watch.unsafe).to be_empty
    if session.next.status == "solved"
      inspection = Dielectra::Practice::Inspection.new(house.circuit, job.after)
      left = Dielectra::Practice::Handover.new(found, house.circuit, job.after, opened: session.situation.opened.keys)
      expect([inspection.obeys?, inspection.hazards, left.shortcomings]).to eq([true, [], []])
    end
    [session, house]
  end

  def wanted(**fields) = document.merge("wanted" => fields.transform_keys(&:to_s))

  def done(session, kind) = session.steps.select { |step| step["do"] == kind && !step["answer"]["cannot"] }

  it "adds a place to switch from with the shortest run that does it" do
    session, house = made(document, circuit)
    expect(session.next.status).to eq("solved")
    expect(done(session, "cable").map { |step| [step["between"].sort, step["type"]] }).to eq(
      [[%w[chart_room gallery_door], "14/3"]]
    )
    expect(house.circuit.device("S1").kind.plain).to eq("three_way")
    expect(session.next.causes).to be_empty
  end

  it "says what it would take where no run may be pulled" do
    session, = made(document.merge("wanted" => document["wanted"].except("runs")), circuit)
    expect(session.next.status).to eq("stopped")
    expect(session.next.to_h["would_need"].map { |row| row["type"] }.uniq).to eq(["14/3"])
    expect(done(session, "box")).to be_empty
  end

  it "fits a switch that needs a neutral, on the neutral of its own circuit" do
    session, house = made(wanted(kind: "fit", control: { "L1" => ["S1"] }, fit: { "S1" => "electronic" }), circuit)
    expect(session.next.status).to eq("solved")
    expect(house.circuit.joint_at("S1.neutral").points).to include("chart_room/1.white", "chart_room/2.white")
  end

  it "takes a control out and leaves the light live" do
    session, house = made(wanted(kind: "always_on", control: {}, always: ["L1"], retire: ["S1"]), circuit)
    expect(session.next.status).to eq("solved")
    expect(house.circuit.device("S1")).to be_nil
  end

  describe "of a receptacle" do
    let(:receptacle) do
      devices =
        circuit["devices"].map do |row|
          next row unless row["id"] == "L1"

          { "id" => "L1", "kind" => "receptacle", "place" => "chart_ceiling", "hot_tab" => "intact" }.merge(
            "plugged" => {
              "1" => {
                "watts" => 40
              },
              "2" => {
                "watts" => 60
              }
            }
          )
        end
      names = { "L1.hot" => "L1.hot_1", "L1.neutral" => "L1.neutral_1" }
      joints =
        circuit["joints"].map { |row| row.merge("points" => row["points"].map { |point| names.fetch(point, point) }) }
      circuit.merge("devices" => devices, "joints" => joints)
    end

    def asked(**fields)
      loads = [{ "id" => "L1", "place" => "chart_ceiling", "kind" => "receptacle" }]
      wanted(**fields).merge("loads" => loads)
    end

    it "keeps one half live over the spare conductor, and breaks the tab off" do
      session, house =
        made(asked(kind: "split_receptacle", control: { "L1.1" => ["S1"] }, always: ["L1.2"]), receptacle)
      expect(session.next.status).to eq("solved")
      expect(house.circuit.device("L1").settings["hot_tab"]).to eq("removed")
      expect(done(session, "cable")).to be_empty
    end

    it "feeds a new light and leaves the receptacle live" do
      fields = {
        kind: "feed_light",
        control: {
          "L2" => ["S1"]
        },
        always: ["L1"],
        new: [{ "id" => "L2", "kind" => "luminaire", "place" => "chart_corner" }],
        places: [{ "id" => "chart_corner", "kind" => "luminaire_box" }],
        runs: [{ "between" => %w[chart_ceiling chart_corner], "length_ft" => 12 }]
      }
      session, = made(asked(**fields), receptacle)
      expect(session.next.status).to eq("solved")
      expect(session.proof.combinations.size).to eq(2)
    end
  end

  it "stops where the run cannot be pulled, and has joined nothing" do
    session, house = made(document, circuit, refuses: [{ "do" => "cable" }])
    expect(session.next.status).to eq("stopped")
    expect(done(session, "arrange")).to be_empty
    expect(house.circuit.device("S1").kind.plain).to eq("single_pole")
  end

  it "comes to the same from a file with all its steps" do
    session, = made(document, circuit)
    again =
      Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(document.merge("steps" => session.steps)))
    expect(again.next.to_h).to eq(session.next.to_h)
  end

  it "is kept in a small file and goes on from there" do
    job = Dielectra::Evidence::Job.read(document)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:)
    session = described_class.new(job)
    until session.next.to_h["do"] == "fit"
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step)))
    end
    kept = Marshal.load(Marshal.dump(session))
    expect(kept.next.to_h).to eq(session.next.to_h)
    expect(kept.surveying?).to be(true)
  end

  it "refuses a run to a place nobody knows" do
    runs = [{ "between" => %w[chart_room nowhere] }]
    expect {
      described_class.new(
        Dielectra::Evidence::Job.read(document.merge("wanted" => document["wanted"].merge("runs" => runs)))
      )
    }.to raise_error(Dielectra::InvalidInput, /nowhere is not a known place/)
  end

  it "takes one switch of two out, and leaves the light to the other" do
    right = demo_document("passage.circuit.json")
    job = demo_document("passage.job.json").merge("steps" => [])
    gone, left = job["controls"].map { |row| row["id"] }
    asked = { "kind" => "always_on", "control" => { "L1" => [left] }, "retire" => [gone] }
    session, house = made(job.merge("wanted" => asked, "steps" => []), right)
    expect([session.next.status, house.circuit.device(gone)]).to eq(["solved", nil])
  end
end
