# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Belief do
  it "weighs to one" do
    belief = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")).belief
    expect(belief.hypotheses.sum(&:weight)).to be_within(1e-6).of(1)
  end

  it "holds nothing against the truth: every answer of an honest house fits the best hypothesis" do
    %w[tower_stair boathouse horn_shed].each do |name|
      session = play(Dielectra::Practice::House.new(demo_circuit(name)), demo_job(name))
      expect(session.belief.discrepancies(session.belief.hypotheses.first)).to be_empty
    end
  end

  it "bends under one wrong answer and does not break" do
    job = demo_job("tower_stair")
    report = {
      "do" => "report",
      "positions" => {
        "S1" => "up",
        "S2" => "up"
      },
      "answer" => {
        "loads" => {
          "L1" => "off"
        }
      }
    }
    lie = report.merge("answer" => { "loads" => { "L1" => "on" } })
    belief = Dielectra::Session::Troubleshooting.new(job.with_steps([report, lie, report])).belief
    honest = Dielectra::Session::Troubleshooting.new(job.with_steps([report])).belief
    share = ->(one) { one.probability { |hypothesis| hypothesis.deviations.any? { |item| item.place == "lamp_room" } } }
    expect(share[belief]).to be_within(0.15).of(share[honest])
  end

  # At the panel neutral and ground are one: from the feed's white to its bare wire it beeps.
  def told_apart
    opened("tower_stair", "tower_door", "lamp_room", "stair_head").tap do |session|
      session.record("do" => "arrange", "place" => "tower_door", "joints" => [], "answer" => { "ok" => true })
      session.record(
        "do" => "probe",
        "tool" => "continuity",
        "at" => %w[tower_door/1.white tower_door/1.bare],
        "answer" => {
          "reads" => "beep"
        }
      )
    end
  end

  it "does not know the feed from the light by looks alone" do
    share =
      opened("tower_stair", "tower_door", "lamp_room", "stair_head").findings.destinations["tower_door/1"]["panel"]
    expect(share).to be_between(0.2, 0.8)
  end

  it "knows the feed from the light by one reading" do
    session = told_apart
    links = session.findings.links.select { |_, share| share > 0.9 }.map(&:first)
    expect(links).to contain_exactly(%w[lamp_room/1 tower_door/2], %w[lamp_room/2 stair_head/1])
  end

  it "tells what every conductor does, ground included" do
    roles = told_apart.findings.roles.transform_values { |shares| shares.max_by(&:last).first }
    expect(roles).to include(
      "tower_door/1.black" => "line",
      "tower_door/2.red" => "traveler",
      "lamp_room/2.white" => "neutral",
      "lamp_room/1.bare" => "ground"
    )
  end

  describe "when expected answers have left few of many hypotheses" do
    let(:session) { opened("tower_stair", "tower_door") }

    # The belief with only its best few left of so many.
    def worn(tolerated: 0)
      full = session.belief
      described_class.new(
        world: full.world,
        observations: full.observations,
        hypotheses: full.hypotheses.first(4),
        prediction: full.prediction,
        tolerated:,
        listed: 200
      )
    end

    it "lists them anew, by what has come to the fore" do
      best = worn.hypotheses.first
      fresh = worn.resampled(session.situation)
      expect(fresh.hypotheses.size).to be > 20
      wrong = ->(one) { Dielectra::Diagnosis::Space.wrong(one.skeleton, one.deviations) }
      expect(fresh.hypotheses.map(&wrong)).to include(wrong.call(best))
      expect(fresh.hypotheses.sum(&:weight)).to be_within(1e-6).of(1)
    end

    it "stays as it is where none is left" do
      full = session.belief
      none =
        described_class.new(
          world: full.world,
          observations: full.observations,
          hypotheses: [],
          prediction: full.prediction,
          listed: 200
        )
      expect(none.resampled(session.situation)).to be(none)
    end

    it "leaves those of somebody alone who knows that nothing else is true" do
      sure = session.belief.narrowed(session.belief.hypotheses.first(2))
      expect(sure.resampled(session.situation)).to be(sure)
    end

    it "leaves them alone where answers have surprised, or not that few are left" do
      surprised = worn(tolerated: 1)
      expect([surprised.resampled(session.situation), session.belief.resampled(session.situation)]).to eq(
        [surprised, session.belief]
      )
    end
  end

  it "grows what is held plain once it comes to the fore, and weighs what comes of it as it is weighed itself" do
    session = opened("tower_stair", "tower_door")
    belief = session.belief
    plain = belief.hypotheses.find { |one| one.faults.empty? && one.deviations.empty? }
    plain.plain = true
    others = belief.hypotheses.reject { |one| one.faults.any? && one.assembly.skeleton == plain.skeleton }
    before =
      described_class.new(
        world: belief.world,
        observations: belief.observations,
        hypotheses: others,
        prediction: belief.prediction
      )
    grown =
      before.deepened(session.situation).hypotheses.select { |one| one.skeleton == plain.skeleton && one.faults.any? }
    expect([plain.plain, grown.empty?]).to eq([false, false])
    expect(grown.map { |one| (one.weight / plain.weight) / (one.prior / plain.prior) }.max).to be < 1e4
  end

  it "keeps its generation while it only weighs, and takes another when all is new" do
    session = opened("tower_stair", "tower_door")
    house = Dielectra::Practice::House.new(demo_circuit("tower_stair"))
    same = session.belief.generation
    probe = { "do" => "probe", "tool" => "continuity", "at" => %w[tower_door/1.black tower_door/1.white] }
    session.record(probe.merge("answer" => house.answer(probe)))
    expect(session.belief.generation).to be(same)
    session.record(
      "do" => "open",
      "place" => "lamp_room",
      "answer" => house.answer({ "do" => "open", "place" => "lamp_room" })
    )
    expect(session.belief.generation).not_to be(same)
  end

  it "takes a wrong look at two lights for one mistake" do
    made = Dielectra::Practice::Scenario.new(Random.new(3), family: :loads)
    session = Dielectra::Session::Troubleshooting.new(made.job)
    look = {
      "do" => "watch",
      "answer" => {
        "loads" => {
          "L1" => "on",
          "L2" => "on"
        },
        "breakers" => {
          "B1" => "on"
        }
      }
    }
    lamps =
      Dielectra::Diagnosis::Observation
        .of(look, session.situation, 1, session.belief.world)
        .select { |seen| seen.what == :lamp }
        .map { |seen| session.belief.world.interned(seen) }
    dark = session.belief.hypotheses.find { |one| one.fault(:no_supply) }
    expect(lamps.map { |seen| session.belief.prediction.likelihood(dark, seen) }.reduce(:*)).to be_within(1e-9).of(
      0.005
    )
  end
end
