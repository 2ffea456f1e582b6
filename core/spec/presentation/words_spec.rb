# frozen_string_literal: true

RSpec.describe "What a person is told" do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  describe Dielectra::Presentation::Instruction do
    # A step and its title.
    {
      { "do" => "watch" } => "Look at the light",
      { "do" => "set", "device" => "S2", "to" => "up" } => "Throw the lamp room switch up",
      { "do" => "breaker", "device" => "B1", "to" => "off" } => "Turn breaker B1 off",
      { "do" => "open", "place" => "stair_head" } => "Open the stair head fixture",
      { "do" => "prove_dead", "place" => "lamp_room" } => "Prove the lamp room box dead",
      {
        "do" => "probe",
        "tool" => "continuity",
        "at" => %w[tower_door/2.red S1.common]
      } =>
        "Test continuity from red of cable 2 to the common screw of S1",
      { "do" => "probe", "tool" => "ncv", "at" => %w[tower_door/1.black] } => "Hold the detector to black of cable 1",
      {
        "do" => "probe",
        "tool" => "voltage",
        "at" => %w[tower_door/1.black tower_door.box]
      } =>
        "Measure volts from black of cable 1 to the metal box",
      {
        "do" => "replace",
        "device" => "S1",
        "kind" => "three_way"
      } =>
        "Fit a new three-way switch in the tower door box",
      { "do" => "replace", "device" => "L1", "kind" => "lamp" } => "Put a good bulb into the fixture",
      { "do" => "mark", "point" => "tower_door/2.white", "tape" => "black" } => "Tape white of cable 2 black",
      { "do" => "bench", "device" => "S1", "position" => "up" } => "Bench-test the tower door switch, toggle up",
      { "do" => "find_breaker", "point" => "lamp_room/1.red" } => "Find the breaker of red of cable 1"
    }.each do |step, title|
      it "says: #{title}" do
        expect(described_class.of(step, session.situation)["title"]).to eq(title)
      end
    end

    it "warns where a tester goes to live parts, and nowhere else" do
      caution = ->(tool) do
        described_class.of(
          { "do" => "probe", "tool" => tool, "at" => %w[tower_door/1.black tower_door.box] },
          session.situation
        )[
          "caution"
        ]
      end
      expect([caution["voltage"], caution["continuity"]]).to match([/with the probes only/, nil])
    end

    # An answer and how it is told.
    {
      [{ "do" => "watch" }, { "loads" => { "L1" => "on" }, "breakers" => { "B1" => "on" } }] => "L1 on",
      [{ "do" => "watch" }, { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "tripped" } }] =>
        "L1 off, B1 tripped",
      [{ "do" => "prove_dead" }, { "live" => [] }] => "dead",
      [{ "do" => "prove_dead" }, { "live" => ["a/1.black"] }] => "still live: a/1.black",
      [{ "do" => "probe" }, { "ohms" => nil }] => "open",
      [{ "do" => "probe" }, { "volts" => 119.4 }] => "119.4 V",
      [{ "do" => "bench" }, { "closed" => [%w[common traveler_1]] }] => "common–traveler_1",
      [{ "do" => "set" }, { "cannot" => "painted over" }] => "cannot: painted over",
      [{ "do" => "watch" }, { "unsure" => true }] => "not sure"
    }.each do |(step, answer), told|
      it "tells #{told}" do
        expect(described_class.answered(step, answer)).to eq(told)
      end
    end
  end

  describe Dielectra::Presentation::Wording do
    {
      { "kind" => "miswired", "place" => "lamp_room" } => "Miswired in the lamp room box",
      {
        "kind" => "joint_open",
        "place" => "lamp_room",
        "points" => ["lamp_room/2.black"]
      } =>
        "Black of cable 2 in the lamp room box makes no good contact",
      {
        "kind" => "conductor_open",
        "points" => ["a/1.red"],
        "between" => %w[a/1 b/2]
      } =>
        "Red of cable 1 is broken inside the run from a to b",
      { "kind" => "no_supply" } => "No line comes from the panel",
      { "kind" => "lamp" } => "The bulb is burnt out"
    }.each do |cause, sentence|
      it "says: #{sentence}" do
        expect(described_class.cause(cause)).to eq(sentence)
      end
    end

    it "never claims certainty in figures" do
      expect([0.9999, 0.5, 0.0001].map { |share| described_class.percent(share) }).to eq(
        ["over 99%", "50%", "under 1%"]
      )
    end
  end

  describe Dielectra::Presentation::Power do
    it "says of every box where it stands" do
      states = described_class.new(session.situation).to_h["boxes"].to_h { |box| [box["place"], box["state"]] }
      expect(states).to eq("tower_door" => "dead", "lamp_room" => "dead", "stair_head" => "unproved")
    end

    it "names the step of the proof" do
      expect(described_class.new(session.situation).to_h["boxes"].first["sentence"]).to eq("Proved dead in step 3.")
    end

    { "on" => "powered", "tripped" => "unproved" }.each do |breaker, state|
      it "takes a box for #{state} with the breaker #{breaker}" do
        seen =
          session.situation.after(
            { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => breaker } } },
            9
          )
        power = described_class.new(seen).to_h
        expect([power["state"], power["boxes"].first["state"]]).to eq([breaker, state])
      end
    end
  end

  describe Dielectra::Presentation::Advice do
    it "gives every answer its likelihood and its meaning, and they add up" do
      house = Dielectra::Practice::House.new(demo_circuit("signal_gallery"))
      session = opened("signal_gallery", house:)
      while (choices = described_class.next(session).to_h["choices"]).none? { |choice| choice["share"] }
        session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
      end
      expect(choices.filter_map { |choice| choice["share"] }.sum).to be_within(0.01).of(1)
      expect(choices.filter_map { |choice| choice["meaning"] }).to all(match(/Then: .+%|Not expected/))
    end
  end

  describe Dielectra::Presentation::Rewire do
    it "says move by move what goes where, and what is needed" do
      all = opened("tower_stair", "tower_door", "lamp_room", "stair_head")
      rewire = described_class.new(all).to_h
      expect(rewire["boxes"].map { |box| box["moves"].map { |move| move.values_at("what", "from", "to") } }).to eq(
        [
          [
            ["red of cable 1", "the common screw of S2", "the traveler 2 screw of S2"],
            ["black of cable 2", "the traveler 2 screw of S2", "the common screw of S2"]
          ]
        ]
      )
      expect([rewire["ready"], rewire["materials"]]).to eq([true, []])
    end
  end

  describe Dielectra::Presentation::Ahead do
    it "shrinks as the job goes on" do
      later = described_class.new(opened("tower_stair", "tower_door", "lamp_room", "stair_head")).to_h
      done =
        described_class.new(
          play(Dielectra::Practice::House.new(demo_circuit("tower_stair")), demo_job("tower_stair"))
        ).to_h
      expect([done["minutes"], done["legs"]]).to eq([0.0, []])
      expect(later["legs"].map { |leg| leg["title"] }).to eq(
        ["Rewire in lamp room", "Breaker on", "Watch every combination"]
      )
    end
  end

  describe Dielectra::Presentation::Grid do
    it "keeps what was found apart from what is proved" do
      done = play(Dielectra::Practice::House.new(demo_circuit("boathouse")), demo_job("boathouse"))
      rows = described_class.new(done).to_a.to_h { |row| [row["positions"]["S1"], row["now"]] }
      expect(rows).to eq("up" => "on", "down" => "off")
    end
  end
end
