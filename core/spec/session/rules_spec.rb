# frozen_string_literal: true

# What is done because it is a rule of the work, whatever it costs.
RSpec.describe "Rules of the work" do
  # Plays until a step of a kind comes, answering truly but for what is given.
  def until_step(session, house)
    session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h))) until yield(session.next)
    session
  end

  let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "looks at the light and the breaker before anything is opened" do
    job = demo_document("boathouse.job.json").merge("steps" => [])
    fresh = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(job))
    expect([fresh.next.do, fresh.decision.rule]).to eq(["watch", :look])
  end

  it "proves a box dead as soon as its device is out" do
    until_step(session, house) { |step| step.do == "open" }
    session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
    expect([session.next.do, session.decision.rule]).to eq(["prove_dead", :prove_dead])
  end

  describe Dielectra::Session::PreEnergizationTest do
    # Wires moved, power still off.
    let(:moved) do
      until_step(opened("tower_stair", "tower_door", "lamp_room", house:), house) do |step|
        step.do == "probe" && step["tool"] == "resistance"
      end
    end

    it "tries line against ground where wires were moved" do
      expect(moved.pre_energization_test.wanted).to match(
        [moved.next.to_h["at"].first[/\A\w+/], "resistance", moved.next["at"]]
      )
      expect(moved.pre_energization_test).not_to be_failed
    end

    it "lets the power on once the trial has come out well" do
      moved.record(moved.next.to_h.merge("answer" => { "ohms" => nil }))
      until_step(moved, house) { |step| step.do == "breaker" }
      expect([moved.pre_energization_test.wanted, moved.next.to_h.slice("do", "to")]).to eq(
        [nil, { "do" => "breaker", "to" => "on" }]
      )
    end

    it "keeps the power off while it has not" do
      moved.record(moved.next.to_h.merge("answer" => { "ohms" => 0.2 }))
      expect(
        [moved.pre_energization_test.failed?, moved.permits.energize, moved.pre_energization_test.wanted&.last]
      ).to eq([true, nil, moved.steps.last["at"]])
    end

    it "has the trial made once more wherever the power is wanted, and not a third time" do
      moved.record(moved.next.to_h.merge("answer" => { "ohms" => 0.2 }))
      again = moved.approach.power(&:watch)
      expect(again.to_h).to eq(moved.steps.last.except("answer", "id"))
      moved.record(again.to_h.merge("answer" => { "ohms" => 0.2 }))
      expect(moved.approach.power(&:watch)).to be_nil
    end
  end

  it "keeps a breaker off that has tripped as things are joined and thrown now" do
    until_step(session, house) { |step| step.do == "watch" && session.steps.any? { |taken| taken["do"] == "arrange" } }
    session.record(
      session.next.to_h.merge("answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "tripped" } })
    )
    expect([session.permits.energize, session.pre_energization_test.failed?]).to eq([nil, true])
    session.record(
      "do" => "set",
      "device" => "S1",
      "to" => session.situation.positions["S1"] == "up" ? "down" : "up",
      "answer" => {
        "ok" => true
      }
    )
    expect(session.pre_energization_test).not_to be_failed
  end

  it "opens the box in which it may be a loose line before it says that no line comes from the panel" do
    # The light's box is closed, the line comes in there, and its joint is open.
    fed_at_light =
      demo_document("boathouse.circuit.json").merge(
        "faults" => [{ "kind" => "joint_open", "point" => "boathouse/1.black" }]
      )
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(fed_at_light)), demo_job("boathouse"))
    expect([session.next.status, session.next.causes.map { |cause| cause.values_at("kind", "place") }]).to eq(
      ["solved", [%w[joint_open boathouse]]]
    )
  end

  it "looks at every combination twice before it says that nothing is wrong, and not at what somebody is unsure of" do
    document = demo_document("boathouse.circuit.json").merge("faults" => [])
    sound = Dielectra::Practice::House.new(Dielectra::Circuit.read(document))
    job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json").merge("steps" => []))
    looks =
      play(sound, job).steps.select { |step| step["do"] == "watch" }.map { |step| step["answer"]["loads"]["L1"] }.tally
    expect(looks.values.min).to be >= 2
    doubtful = Object.new
    doubtful.define_singleton_method(:answer) do |step|
      @seen && step["do"] == "watch" ? { "unsure" => true } : sound.answer(step).tap { @seen = step["do"] == "set" }
    end
    expect(play(doubtful, job).steps.size).to be < 40
  end

  it "searches the line live where single conductors were all found apart, before it joins them" do
    made = Dielectra::Practice::Scenario.new(Random.new(65), family: :knob_and_tube, trouble: :apart_all)
    steps = play(Dielectra::Practice::House.new(made.circuit), made.job).steps
    box =
      steps.find { |step| step["do"] == "open" && step["place"] == made.faulty_places.first } ||
        steps.find { |step| step["do"] == "open" }
    joined =
      steps.index do |step|
        step["do"] == "arrange" && step["place"] == box["place"] &&
          step["joints"].any? { |joint| joint.any? { |point| point.start_with?("S") } }
      end
    expect(
      steps.first(joined).select { |step| step["tool"] == "ncv" && step["at"].first.start_with?(box["place"]) }
    ).not_to be_empty
  end

  describe Dielectra::Session::LastCheck do
    it "does not call a lamp the cause on one look at the light" do
      document =
        demo_document("boathouse.circuit.json").merge("faults" => [{ "kind" => "lamp_burnt", "device" => "L1" }])
      session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), demo_job("boathouse"))
      looks =
        session
          .steps
          .drop_while { |step| step["kind"] != "lamp" }
          .select { |step| step["do"] == "watch" && step.dig("answer", "loads", "L1") == "on" }
      expect([session.next.status, looks.size]).to match(["solved", a_value >= 1])
      expect(session.certainty >= Dielectra::Session::Troubleshooting::SURE || looks.size > 1).to be(true)
    end

    it "finds a switched neutral in a circuit that obeys" do
      scenario =
        Dielectra::Practice::Scenario.new(Random.new(5), family: :neutral_switched, trouble: :contact_stuck_open)
      house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(6))
      session = play(house, scenario.job)
      expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, scenario.job).hazards]).to eq(
        ["solved", []]
      )
    end
  end

  describe Dielectra::Session::Decision do
    it "does not put a breaker back as it was a step ago" do
      scenario = Dielectra::Practice::Scenario.new(Random.new(2_300_030))
      session = play(Dielectra::Practice::House.new(scenario.circuit, random: Random.new(2_300_031)), scenario.job)
      breakers = session.steps.each_cons(2).select { |pair| pair.all? { |step| step["do"] == "breaker" } }
      expect(breakers.select { |one, other| one["device"] == other["device"] }).to be_empty
    end
  end

  describe Dielectra::Presentation::Reasons do
    it "gives for every conductor what it is, on which answers, and what else it could be" do
      until_step(session, house) { |step| step.is_a?(Dielectra::Session::Step) && step.do == "arrange" }
      rows = described_class.new(session).to_a
      expect(rows.map { |row| row["about"] }.uniq).to eq(%w[cause conductor cable])
      expect(rows.map { |row| row["share"] }).to all(be_between(0.2, 1.0))
      expect(rows.map { |row| row["because"] }).to all(match(/rules? out|Nothing seen so far rules out/))
      expect(rows.select { |row| row["share"] < 0.9 }.map { |row| row["otherwise"] }).to all(match(/%\)\z/))
    end
  end

  describe Dielectra::Presentation::Advice do
    it "says what could be done instead, each with what it would come to" do
      others = described_class.instead(until_step(session, house) { |step| step.do == "probe" })
      expect(others.map { |advice| advice.to_h["step"] }).not_to include(session.next.to_h)
      expect(others.map { |advice| advice.to_h["ahead"] }).to all(be_a(Float))
    end
  end
end
