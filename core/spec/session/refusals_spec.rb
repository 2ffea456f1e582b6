# frozen_string_literal: true

# Whatever is refused, and however often somebody is unsure: the session goes on with what is left, or says what is
# missing.
RSpec.describe "Refusals" do
  # Plays a demo house; the block answers instead of the house where it gives something.
  def refusing(name, circuit = demo_circuit(name))
    house = Dielectra::Practice::House.new(circuit)
    session = Dielectra::Session::Troubleshooting.new(demo_job(name))
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      session.record(
        step.merge("id" => session.steps.size + 1, "answer" => yield(step, session.steps.size) || house.answer(step))
      )
    end
    session
  end

  # How often the same step was asked for in a row, at most.
  def insistence(session) =
    session.steps.map { |step| step.except("id", "answer") }.slice_when { |one, other| one != other }.map(&:size).max

  {
    "everything" => ->(_, _) { { "cannot" => "no" } },
    "sure answers" => ->(_, _) { { "unsure" => true } },
    "to open any box" => ->(step, _) { { "cannot" => "painted shut" } if step["do"] == "open" },
    "to be sure that a box is dead" => ->(step, _) { { "unsure" => true } if step["do"] == "prove_dead" },
    "the breaker" => ->(step, _) { { "cannot" => "locked" } if step["do"] == "breaker" },
    "every reading" => ->(step, _) { { "cannot" => "no meter" } if step["do"] == "probe" },
    "to be sure of the light" => ->(step, _) { { "unsure" => true } if step["do"] == "watch" },
    "every third step" => ->(_, number) { { "cannot" => "no" } if (number % 3).zero? }
  }.each do |what, refusal|
    it "ends where somebody refuses #{what}, asks nothing more than twice running, and invents no cause" do
      session = refusing("tower_stair", &refusal)
      conclusion = session.next
      expect([session.steps.size, insistence(session)]).to match([a_value < 120, a_value <= 2])
      expect(conclusion.status == "solved" || conclusion.confidence >= Dielectra::Session::Halt::SURE).to be(true)
      expect(conclusion.why).to match(/could not|unsure|no new/) if conclusion.status == "stopped"
    end
  end

  it "names the box that could not be opened, and lists the step" do
    conclusion = refusing("boathouse") { |step, _| { "cannot" => "no ladder" } if step["do"] == "open" }.next
    expect([conclusion.status, conclusion.why, conclusion.causes, conclusion.refused.size]).to match(
      ["stopped", /box could not be opened/, [], a_value >= 1]
    )
  end

  it "takes no good box apart for want of a new switch, and says what is left to do" do
    document =
      demo_document("tower_stair.circuit.json").merge(
        "faults" => [{ "kind" => "contact_stuck_open", "device" => "S2", "contact" => %w[common traveler_1] }]
      )
    joints = demo_circuit("tower_stair").joints.map(&:to_h)
    swapped = { "lamp_room/1.red" => "lamp_room/2.black", "lamp_room/2.black" => "lamp_room/1.red" }
    document["joints"] = joints.map do |joint|
      joint.merge("points" => joint["points"].map { |point| swapped.fetch(point, point) })
    end
    session =
      refusing("tower_stair", Dielectra::Circuit.read(document)) do |step, _|
        { "cannot" => "none in the bag" } if step["do"] == "replace"
      end
    expect([session.next.status, session.next.why]).to match(["stopped", /no new three-way switch/])
    expect(session.steps.select { |step| step["do"] == "arrange" }).to be_empty
  end

  it "solves the job without tape, and says that a mark was refused" do
    session = refusing("tower_stair") { |step, _| { "cannot" => "no tape" } if step["do"] == "mark" }
    expect(session.next.status).to eq("solved")
  end

  describe "what a person does unasked" do
    let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }
    let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

    def done(*steps) = steps.each { |step| session.record(step.merge("answer" => house.answer(step))) }

    def finished
      done(session.next.to_h) until session.next.is_a?(Dielectra::Session::Conclusion)
      [session.next.status, Dielectra::Practice::Inspection.new(house.circuit, session.job).obeys?]
    end

    it "is taken in: a box opened before the first look" do
      done(
        { "do" => "breaker", "device" => "B1", "to" => "off" },
        { "do" => "open", "place" => "lamp_room" },
        { "do" => "prove_dead", "place" => "lamp_room" }
      )
      expect(finished).to eq(["solved", true])
    end

    it "is taken in: a new switch before anything was entered" do
      session.record("do" => "replace", "device" => "S1", "kind" => "three_way", "answer" => { "ok" => true })
      expect(session.next).to be_a(Dielectra::Session::Step)
      expect(finished).to eq(["solved", true])
    end

    it "is taken in: the breaker off in the middle of the proof" do
      until session.proof.seen.size == 2 && session.steps.any? { |step| step["do"] == "arrange" }
        done(session.next.to_h)
      end
      done({ "do" => "breaker", "device" => "B1", "to" => "off" })
      expect(finished).to eq(["solved", true])
    end
  end
end
