# frozen_string_literal: true

RSpec.describe Dielectra::Session::Actions do
  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "begins with looks, which cost least" do
    expect(fresh.actions.first.minutes).to be < 1
    expect(fresh.next.do).to eq("watch").or eq("set")
  end

  it "lists openings with the whole way in their price" do
    open = fresh.actions.select { |action| action.purpose == :open }.to_h { |action| [action.subject, action.minutes] }
    expect(open["stair_head"] - open["tower_door"]).to be_within(0.01).of(3.0)
    expect(open["tower_door"]).to be_within(0.01).of(1.5 + 0.2 + 1.5 + 3 + 1)
  end

  it "asks no question twice under the same circumstances" do
    house = Dielectra::Practice::House.new(demo_circuit("passage"))
    asked = []
    session = Dielectra::Session::Troubleshooting.new(demo_job("passage"))
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      asked << [step.to_h, session.situation.arrangement, session.situation.positions] if step.do == "probe"
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    expect(asked.uniq.size).to eq(asked.size)
  end

  it "does not ask for what the tools in the bag cannot do" do
    document = demo_document("passage.job.json").merge("tools" => ["ncv"])
    session = play(Dielectra::Practice::House.new(demo_circuit("passage")), Dielectra::Evidence::Job.read(document))
    expect(session.steps.filter_map { |step| step["tool"] } - ["ncv"]).to be_empty
  end

  it "puts the likeliest repair forward once the cause is plain" do
    session = opened("horn_shed", "shed_door", "engine_end", "shed_light")
    repair = session.actions.find { |action| action.purpose == :repair }
    expect(repair.subject.replacements).to eq("S1" => "three_way")
    expect(repair.value).to be >= repair.minutes
  end
end

RSpec.describe Dielectra::Session::ExpectedCost do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  let(:work_state) { Dielectra::Session::WorkState.of(session.situation) }

  # Readings of yes or no, for each how likely a yes is under each hypothesis, at a third of a minute.
  def lookahead(*questions)
    everyone = [*0...session.expected_cost.hypotheses.size]
    Dielectra::Session::Lookahead.new(session.expected_cost, Struct.new(:signature_of).new(everyone), questions, 0.3)
  end

  it "prices a question that settles nothing at the doubt there was" do
    expected_cost = session.expected_cost
    before = expected_cost.now(work_state) - expected_cost.repair(work_state, expected_cost.weights)
    expect(lookahead(Array.new(expected_cost.hypotheses.size, 0.5)).minutes_after(0)).to be_within(1e-9).of(
      before + 0.3
    )
  end

  it "never has more doubt after an answer than before it, and less where another may follow" do
    expected_cost = session.expected_cost
    random = Random.new(3)
    one, other = Array.new(2) { expected_cost.hypotheses.map { random.rand } }
    alone = expected_cost.expected_doubt(one.map { |share| { true => share, false => 1 - share } })
    before = expected_cost.now(work_state) - expected_cost.repair(work_state, expected_cost.weights)
    expect(alone).to be <= before + 1e-9
    expect(lookahead(one).minutes_after(0)).to be <= alone + 0.3 + 1e-9
    expect(lookahead(one, other).minutes_after(0)).to be <= lookahead(one).minutes_after(0) + 1e-9
  end

  it "sees what two readings tell together that neither tells alone" do
    expected_cost = session.expected_cost
    halves = [0, 1].map { |bit| expected_cost.labels.map { |label| (label >> bit).odd? ? 1.0 : 0.0 } }
    expect(lookahead(*halves).minutes_after(0)).to be < lookahead(halves.first).minutes_after(0)
  end

  it "knows the bits of an even choice" do
    expect(Dielectra::Diagnosis::Belief.entropy([0.25] * 4)).to be_within(1e-9).of(2)
    expect(Dielectra::Diagnosis::Belief.entropy([1.0, 0.0])).to eq(0.0)
  end
end

RSpec.describe Dielectra::Session::Proof do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("tower_stair")) }
  let(:as_found) { situation.arrangement }

  def proof(*watched) =
    described_class.new(
      demo_job("tower_stair"),
      situation,
      watched.map { |one, two, light| [{ "S1" => one, "S2" => two }, light, as_found] }
    )

  it "is complete when the light was seen to obey in all four" do
    good = [%w[up up on], %w[up down off], %w[down down on], %w[down up off]]
    expect([proof(*good).complete?, proof(*good.first(3)).complete?]).to eq([true, false])
  end

  it "is not complete when one control does nothing in one state" do
    expect(proof(%w[up up on], %w[up down off], %w[down down off], %w[down up off]).complete?).to be(false)
  end

  it "counts on and off as up and down, and the last look" do
    seen = proof(%w[up up off], %w[on on on]).seen
    expect(seen).to eq({ "S1" => true, "S2" => true } => "on")
  end

  it "forgets what was watched before the last change" do
    other = as_found.with_joints("tower_door", from: [], to: [%w[tower_door/1.black S1.common]])
    expect(
      described_class.new(demo_job("tower_stair"), situation, [[{ "S1" => "up", "S2" => "up" }, "on", other]]).seen
    ).to be_empty
  end

  it "goes on with the nearest combination" do
    at =
      situation.after({ "do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true } }, 1).after(
        { "do" => "set", "device" => "S2", "to" => "up", "answer" => { "ok" => true } },
        2
      )
    done = [[{ "S1" => "up", "S2" => "up" }, "on", as_found]]
    expect(described_class.new(demo_job("tower_stair"), at, done).next_missing.values.count(true)).to eq(1)
  end
end
