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

  describe "with other devices that would need no run" do
    def told(document, circuit)
      session, = made(document, circuit)
      start = Dielectra::Evidence::Job.read(document.merge("steps" => session.steps.first(8)))
      Dielectra::Presentation::ChangeChoices.new(Dielectra::Session::Troubleshooting.for(start)).to_h["instead"]
    end

    it "names them where every way needs one" do
      expect(told(document, circuit)).to contain_exactly(start_with("A switch that sends to a receiver"))
    end

    it "names none where a way needs no run" do
      expect(told(wanted(kind: "fit", control: { "L1" => ["S1"] }, fit: { "S1" => "electronic" }), circuit)).to eq([])
    end
  end

  it "fits a switch that needs a neutral, on the neutral of its own circuit" do
    session, house = made(wanted(kind: "fit", control: { "L1" => ["S1"] }, fit: { "S1" => "electronic" }), circuit)
    expect(session.next.status).to eq("solved")
    expect(house.circuit.joint_at("S1.neutral").points).to include("chart_room/1.white", "chart_room/2.white")
  end

  describe "with a box that the plan left closed" do
    let(:job) { Dielectra::Evidence::Job.read(document) }
    let(:house) { Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job:) }
    let(:session) { Dielectra::Session::Troubleshooting.for(job) }
    let(:found) { house.answer("do" => "open", "place" => "chart_ceiling") }

    before do
      until session.stage == :work
        step = session.next.to_h
        session.record(step.merge("answer" => house.answer(step)))
      end
    end

    def uncover(answer) = session.record("do" => "open", "place" => "chart_ceiling", "answer" => answer)

    it "takes its runs for the cables found there, once it opens" do
      blind = session.belief.hypotheses.first.skeleton.points_at("chart_ceiling")
      uncover(found)
      points = session.belief.hypotheses.first.skeleton.points_at("chart_ceiling")
      expect([blind, points].map { |some| some.all? { |point| point.start_with?("chart_ceiling/1.") } }).to eq(
        [false, true]
      )
      expect(session.next.to_h["do"]).to eq("prove_dead")
    end

    it "holds nothing for true where other cables are found" do
      two = [{ "id" => "black", "color" => "black" }, { "id" => "white", "color" => "white" }]
      uncover(
        "found" =>
          found["found"].merge("cable_ends" => [{ "id" => "chart_ceiling/1", "conductors" => two }], "joints" => [])
      )
      expect(session.belief.hypotheses).to eq([])
    end
  end

  it "mends a switch that has failed along with the change" do
    light = { "id" => "L9", "kind" => "luminaire", "place" => "annex" }
    asked =
      wanted(
        kind: "feed_light",
        control: {
          "L1" => ["S1"],
          "L9" => ["S1"]
        },
        new: [light],
        places: [{ "id" => "annex", "kind" => "luminaire_box" }],
        runs: [{ "between" => %w[chart_ceiling annex], "length_ft" => 10 }]
      )
    fault = { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }
    session, = made(asked, circuit.merge("faults" => [fault]))
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(
      ["solved", ["device_failed"]]
    )
    expect(done(session, "replace").map { |step| step["device"] }).to eq(["S1"])
  end

  it "puts right what does not obey before anything is changed" do
    job = Dielectra::Evidence::Job.read(document)
    stuck = { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit.merge("faults" => [stuck])), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    stages =
      60.times.filter_map do
        next if session.next.is_a?(Dielectra::Session::Conclusion)

        step = session.next.to_h
        session.record(step.merge("answer" => house.answer(step)))
        told = Dielectra::Presentation::ChangeChoices.new(session).to_h if session.restoring?
        [session.stage, step["do"], told&.fetch("first")]
      end
    expect(stages.map(&:first).chunk_while { |one, other| one == other }.map(&:first)).to eq(
      %i[survey restoration survey work]
    )
    first = stages.find { |stage, _, _| stage == :restoration }.last
    expect(first).to start_with("It does not work as it is.")
    kinds = stages.map { |_, kind, _| kind }
    expect(kinds.index("replace")).to be < kinds.index("box")
    expect(session.next.status).to eq("solved")
  end

  it "sets the smallest usual box that holds what comes into it" do
    session, = made(document, circuit)
    expect(done(session, "box").first.slice("enclosure", "volume_in3")).to eq(
      "enclosure" => "plastic",
      "volume_in3" => 18.0
    )
  end

  it "says that a toggle on a yoke cannot work a load together with a new switch" do
    rows = [1, 2].map { |number| { "id" => "S1.#{number}", "place" => "chart_room", "on_off_marked" => true } }
    second = { "id" => "L2", "place" => "chart_ceiling", "kind" => "luminaire" }
    control = { "L1" => %w[S1.1 S9], "L2" => ["S1.2"] }
    yoked =
      document.merge(
        "controls" => rows,
        "loads" => document["loads"] + [second],
        "wanted" =>
          document["wanted"].merge(
            "control" => control,
            "new" => [{ "id" => "S9", "kind" => "switch", "place" => "gallery_door" }]
          )
      )
    asked = Dielectra::Evidence::Job.read(yoked)
    expect(asked.after.goal.overtaxed_yoke.id).to eq("S1.1")
    expect(asked.before.goal.yoke_in_company).to be_nil
    expect(Dielectra::Session::ChangeConclusion.sentence([], asked)).to include("shares a yoke with another")
  end

  it "does not refuse another kind of switch on a yoke as two switches for one load" do
    rows = [1, 2].map { |number| { "id" => "S1.#{number}", "place" => "chart_room", "on_off_marked" => true } }
    fit = { "kind" => "fit", "control" => { "L1" => ["S1.1"] }, "fit" => { "S1.1" => "dimmer" } }
    asked = Dielectra::Evidence::Job.read(document.merge("controls" => rows, "wanted" => fit))
    expect { Dielectra::Session::Scope.check_any!(asked) }.not_to raise_error
    expect(asked.after.goal.overtaxed_yoke.id).to eq("S1.1")
  end

  it "takes on for up, and tries no switch twice" do
    session = Dielectra::Session::Survey.new(Dielectra::Evidence::Job.read(document.merge("steps" => [])))
    off = { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } }
    session.record("do" => "watch", "answer" => off)
    %w[on up].each do |to|
      session.record("do" => "set", "device" => "S1", "to" => to, "answer" => { "ok" => true })
      session.record("do" => "watch", "answer" => off)
    end
    expect(session).not_to be_to_be_restored
    expect(session.next.to_h).to eq("do" => "set", "device" => "S1", "to" => "down")
  end

  it "takes a control out and leaves the light live" do
    session, house = made(wanted(kind: "always_on", control: {}, always: ["L1"], retire: ["S1"]), circuit)
    expect(session.next.status).to eq("solved")
    expect(house.circuit.device("S1")).to be_nil
  end

  describe "of a receptacle" do
    let(:receptacle) { with_receptacle(circuit, "L1", "L1") }

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
