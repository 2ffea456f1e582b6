# frozen_string_literal: true

# What stands around the plate while one works.
RSpec.describe Dielectra::Presentation do
  let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  def advance(until_step)
    until session.next.do == until_step
      session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
    end
    session
  end

  describe Dielectra::Presentation::HouseLine do
    it "runs from the panel through every box, with a state in words" do
      line = described_class.new(session).to_a
      expect(line.map { |stop| stop["place"] }).to match_array(%w[panel lamp_room stair_head tower_door])
      expect(line.first).to include("place" => "panel", "word" => "Not checked", "run" => nil)
      expect(line.drop(1).map { |stop| stop["run"]["known"] }).to all(be(false))
    end

    it "knows a run once one of its ends was seen, with its cable" do
      solved = play(house, demo_job("tower_stair"))
      known = described_class.new(solved).to_a.filter_map { |stop| stop["run"] }.select { |run| run["known"] }
      expect(known.map { |run| run["type"] }).to include("14/3")
      expect(described_class.new(solved).to_a.count { |stop| stop["here"] }).to eq(1)
    end
  end

  describe Dielectra::Presentation::Parts do
    it "is a toggle and the look that follows" do
      advance("set")
      parts = Dielectra::Presentation::Advice.next(session).to_h["parts"]
      expect(parts.map { |part| part["step"]["do"] }).to eq(%w[set watch])
      expect([parts.first["answer"], parts.last["choices"].sum { |choice| choice["share"] || 0 }]).to match(
        [{ "ok" => true }, be_within(0.02).of(1.0)]
      )
    end

    it "is a toggle and the reading it is thrown for, with its warning and its points" do
      passage = Dielectra::Practice::House.new(demo_circuit("passage"))
      seen = []
      play(passage, demo_job("passage")) do |_, so_far|
        next unless so_far.next.do == "set" && so_far.next.leads_to

        seen << Dielectra::Presentation::Advice.next(so_far).to_h
      end
      readings = seen.select { |advice| advice["parts"].last["step"]["do"] == "probe" }
      expect(readings).not_to be_empty
      expect(readings.map { |advice| advice["parts"].last["step"]["at"] }).to eq(readings.map { |one| one["points"] })
      live = readings.select { |advice| advice["parts"].last["step"]["tool"] == "voltage" }
      expect(live.map { |advice| advice["caution"] }).to all(be_a(String))
    end

    it "is nothing where a step stands alone" do
      expect(Dielectra::Presentation::Advice.next(session).to_h["parts"]).to eq([])
    end
  end

  describe Dielectra::Presentation::Checklist do
    it "ticks what is done on the way into a box" do
      states = -> { Dielectra::Presentation::Advice.next(session).to_h["checklist"].map { |item| item["state"] } }
      advance("open")
      expect(states.call).to eq(%w[done now later])
      advance("prove_dead")
      expect(states.call).to eq(%w[done done now])
    end
  end

  describe Dielectra::Presentation::Grid do
    it "numbers what is left in the order with the fewest toggles to throw" do
      turns = described_class.new(session).to_a.sort_by { |row| row["turn"] }.map { |row| row["positions"] }
      expect(turns.each_cons(2).map { |one, other| one.count { |id, at| other[id] != at } }).to eq([1, 1, 1])
    end
  end

  describe Dielectra::Presentation::LooksLike do
    # The insulated conductors of each cable
    def insulated(found) =
      found["cable_ends"].map { |row| row["conductors"].map { |wire| wire["color"] }.grep_v(/bare|green/).size }.sort

    it "offers cables like those that are there among the first six, in most boxes of made-up houses" do
      hits =
        (1..20).map do |seed|
          made = Dielectra::Practice::Scenario.new(Random.new(seed))
          place = made.job.boxes.first.id
          truth = Dielectra::Practice::House.new(made.circuit).answer({ "do" => "open", "place" => place })["found"]
          looks = described_class.new(Dielectra::Session::Troubleshooting.new(made.job), place).to_a
          expect(looks.sum { |look| look["share"] }).to be <= 1.001
          looks.any? { |look| insulated(look["found"]) == insulated(truth) }
        end
      expect(hits.count(true)).to be >= 10
    end

    it "offers what can be recorded as it stands" do
      advance("open")
      place = session.next["place"]
      described_class
        .new(session, place)
        .to_a
        .each do |look|
          step = { "do" => "open", "place" => place, "answer" => { "found" => look["found"] } }
          expect { Dielectra::Steps.check!(step, session.situation) }.not_to raise_error
          expect(look["box"]["drawing"]["wires"]).not_to be_empty
        end
    end
  end
end
