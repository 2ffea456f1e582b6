# frozen_string_literal: true

RSpec.describe Dielectra::Session::Troubleshooting do
  # What is wrong in each demo house, and where.
  {
    "tower_stair" => %w[miswired lamp_room],
    "boathouse" => %w[joint_open slip_door],
    "passage" => %w[miswired chart_room],
    "horn_shed" => %w[wrong_device shed_door]
  }.each do |name, (kind, place)|
    it "finds, repairs and proves #{name}" do
      house = Dielectra::Practice::House.new(demo_circuit(name))
      session = play(house, demo_job(name))
      inspection = Dielectra::Practice::Inspection.new(house.circuit, demo_job(name))
      expect(session.next.status).to eq("solved")
      expect(session.next.causes.map { |cause| cause.values_at("kind", "place") }).to include([kind, place])
      expect([inspection.obeys?, inspection.hazards]).to eq([true, []])
    end
  end

  it "leaves no white that is hot unmarked in a box it opened" do
    house = Dielectra::Practice::House.new(demo_circuit("horn_shed"))
    session = play(house, demo_job("horn_shed"))
    whites =
      session.situation.opened.keys.flat_map do |place|
        session.situation.cable_ends(place).map { |cable_end| "#{cable_end.id}.white" }
      end
    hot = whites.select { |point| %w[line load traveler].include?(session.next.roles[point]) }
    expect(session.situation.tapes.keys).to include(*hot)
  end

  it "stops, with the cause named, where a run is broken and has no spare" do
    circuit = demo_circuit("tower_stair")
    joints =
      circuit.joints.map do |joint|
        Dielectra::Circuit::Joint.new(
          points:
            joint.points.map do |point|
              { "lamp_room/1.red" => "lamp_room/2.black", "lamp_room/2.black" => "lamp_room/1.red" }.fetch(point, point)
            end
        )
      end
    fault = { "kind" => "conductor_open", "cable" => %w[tower_door/2 lamp_room/1], "conductor" => "white" }
    session = play(Dielectra::Practice::House.new(circuit.with(joints:, faults: [fault])), demo_job("tower_stair"))
    expect(session.next.status).to eq("stopped")
    expect(session.next.causes.map { |cause| cause["kind"] }).to include("conductor_open")
    expect(session.next.why).to match(/white.*Replace the run/)
  end

  it "does not blame the wiring when the breaker was found off, nor energize before it has looked" do
    circuit = demo_document("boathouse.circuit.json").merge("faults" => [])
    circuit["devices"].first["position"] = "off"
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit)), demo_job("boathouse"))
    on = session.steps.index { |step| step["to"] == "on" && step["do"] == "breaker" }
    expect(session.steps.first(on).map { |step| step["do"] }).to include("prove_dead")
    expect(session.next.to_h).to include(
      "status" => "solved",
      "causes" => [{ "kind" => "no_supply", "place" => "panel", "device" => "B1" }]
    )
  end

  it "puts in a lamp where there is none" do
    circuit = demo_document("boathouse.circuit.json").merge("faults" => [])
    circuit["devices"].last["lamp"] = { "kind" => "none" }
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit)), demo_job("boathouse"))
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(["solved", ["lamp"]])
  end

  it "finds the ends of like wires in a raceway" do
    circuit = demo_document("tower_stair.circuit.json")
    run = circuit["cables"][1]
    run["type"] = "raceway"
    run["method"] = "emt"
    run["conductors"] = [
      { "ids" => %w[black_1 black_2], "color" => "black" },
      { "ids" => %w[black_2 black_1], "color" => "black" },
      { "id" => "white", "color" => "white" },
      { "id" => "bare", "color" => "green" }
    ]
    names = {
      "tower_door/2.black" => "tower_door/2.black_1",
      "tower_door/2.red" => "tower_door/2.black_2",
      "lamp_room/1.black" => "lamp_room/1.black_2",
      "lamp_room/1.red" => "lamp_room/1.black_1"
    }
    circuit["joints"].each { |joint| joint["points"].map! { |point| names.fetch(point, point) } }
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit))
    session = play(house, demo_job("tower_stair"))
    expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, session.job).obeys?]).to eq(
      ["solved", true]
    )
  end

  it "says in one sentence why it stops when no line arrives" do
    fault = { "kind" => "joint_open", "point" => "panel/1.black" }
    session =
      play(Dielectra::Practice::House.new(demo_circuit("boathouse").with(faults: [fault])), demo_job("boathouse"))
    expect(session.next.to_h).to include("status" => "stopped", "why" => /no line arrives/)
  end

  it "goes on when an answer is not sure, and does not ask the same again" do
    session = described_class.new(demo_job("tower_stair"))
    first = session.next.to_h
    session.record(first.merge("answer" => { "unsure" => true }))
    expect(session.next.to_h).not_to eq(first)
  end

  it "asks again for the one answer that nothing explains" do
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"))
    lied = false
    session = described_class.new(demo_job("boathouse"))
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      answer = house.answer(step.to_h)
      if step.do == "probe" && !lied
        lied = true
        answer =
          (
            if answer.key?("ohms")
              { "ohms" => answer["ohms"] ? nil : 0.2 }
            else
              { "reads" => answer["reads"] == "beep" ? "silent" : "beep" }
            end
          )
      end
      session.record(step.to_h.merge("answer" => answer))
    end
    expect(lied).to be(true)
    expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, session.job).obeys?]).to eq(
      ["solved", true]
    )
  end

  it "comes to the same point from a job file as from the steps themselves" do
    session = opened("tower_stair", "lamp_room")
    again = described_class.new(demo_job("tower_stair").with_steps(session.steps))
    expect(again.next).to eq(session.next)
  end

  {
    "an answer that is missing" => [{ "do" => "watch" }, /lacks its answer/],
    "a reading the tool has not" => [
      {
        "do" => "probe",
        "tool" => "continuity",
        "at" => %w[tower_door/1.black tower_door/1.white],
        "answer" => {
          "reads" => "glow"
        }
      },
      /beep or silent/
    ],
    "a point of a closed box" => [
      { "do" => "probe", "tool" => "ncv", "at" => ["lamp_room/1.red"], "answer" => { "reads" => "glow" } },
      /has not been opened/
    ],
    "a found box with a wire twice" => [
      {
        "do" => "open",
        "place" => "lamp_room",
        "answer" => {
          "found" => {
            "cable_ends" => [],
            "devices" => [],
            "joints" => [{ "points" => ["lamp_room/1.red"] }]
          }
        }
      },
      /not in lamp_room/
    ]
  }.each do |what, (step, message)|
    it "refuses #{what}, and keeps what it had" do
      session = opened("tower_stair", "tower_door")
      count = session.steps.size
      expect { session.record(step) }.to raise_error(Dielectra::InvalidInput, message)
      expect(session.steps.size).to eq(count)
    end
  end

  it "says which jobs it cannot work yet" do
    document = demo_document("tower_stair.job.json")
    document["wanted"]["kind"] = "always_on"
    expect { described_class.new(Dielectra::Evidence::Job.read(document)) }.to raise_error(
      Dielectra::InvalidInput,
      /restoring/
    )
  end

  def anew(name, steps) =
    described_class.new(Dielectra::Evidence::Job.read(demo_document("#{name}.job.json").merge("steps" => steps)))

  it "comes to the same step when a job is folded anew from its steps" do
    %w[tower_stair boathouse].each do |name|
      house = Dielectra::Practice::House.new(demo_circuit(name))
      session = described_class.new(demo_job(name))
      until session.next.is_a?(Dielectra::Session::Conclusion)
        expect(anew(name, session.steps).next.to_h).to eq(session.next.to_h) if (session.steps.size % 6).zero?
        session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
      end
    end
  end

  it "leaves alone what is listed and nothing wanted hangs on, whatever it is called" do
    document = demo_document("tower_stair.job.json")
    document["places"] += [
      { "id" => "onward_closet", "kind" => "switch_box" },
      { "id" => "unseen_nook", "kind" => "receptacle_box" }
    ]
    document["controls"] << { "id" => "S9", "place" => "onward_closet", "on_off_marked" => true }
    document["loads"] << { "id" => "R9", "place" => "unseen_nook", "kind" => "receptacle" }
    steps = []
    session =
      play(
        Dielectra::Practice::House.new(demo_circuit("tower_stair")),
        Dielectra::Evidence::Job.read(document)
      ) { |step| steps << step }
    expect(
      [
        session.next.status,
        steps.flat_map { |step| step.values_at("place", "device") } & %w[onward_closet unseen_nook S9 R9]
      ]
    ).to eq(["solved", []])
  end

  it "goes on where somebody has opened a box that hangs on beyond" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(9_900_034))
    outlet = scenario.circuit.devices.find { |device| device.kind.name == "receptacle" }
    document = scenario.job.document
    document =
      document.merge(
        "places" => document["places"] + [{ "id" => outlet.place, "kind" => "receptacle_box" }],
        "loads" => document["loads"] + [{ "id" => outlet.id, "place" => outlet.place, "kind" => "receptacle" }]
      )
    house = Dielectra::Practice::House.new(scenario.circuit)
    session = described_class.new(Dielectra::Evidence::Job.read(document))
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      others =
        (
          if session.situation.off? && !session.situation.open?(outlet.place)
            %w[open prove_dead].map { |what| { "do" => what, "place" => outlet.place } }
          else
            [step.to_h]
          end
        )
      others.each { |one| session.record(one.merge("answer" => house.answer(one))) }
    end
    expect([session.next.status, session.situation.open?(outlet.place)]).to eq(["solved", true])
  end
end
