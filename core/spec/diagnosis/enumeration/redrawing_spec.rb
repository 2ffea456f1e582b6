# frozen_string_literal: true

# Where there are too many ways to hold them all: what is drawn, what is sifted, and that neither loses what the answers
# point at.
RSpec.describe "Too many ways to hold" do
  # A session with the breaker off and one box of a made-up house open.
  def opened_in(scenario, place)
    house = Dielectra::Practice::House.new(scenario.circuit)
    [{ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => place }].reduce(
      Dielectra::Session::Troubleshooting.new(scenario.job)
    ) { |session, step| session.record(step.merge("answer" => house.answer(step))) }
  end

  # The first house of single conductors, by seed, with a trouble and so many conductors where it is.
  def house_with(trouble, conductors)
    (1..200)
      .lazy
      .map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :knob_and_tube, trouble:) }
      .find do |made|
        made.faulty_places.any? && conductors.cover?(made.circuit.cable_ends(made.faulty_places.first).size)
      end
  end

  let(:session) { house_with(:apart_one, 4..6).then { |made| opened_in(made, made.faulty_places.first) } }
  let(:belief) { session.belief }
  let(:place) { session.situation.unsorted.first }

  it "has for neighbors of a skeleton those with two conductors exchanged" do
    skeleton = belief.hypotheses.first.skeleton
    leads = ->(one) do
      one
        .runs
        .select { |run| run.at?(place) }
        .to_h { |run| [run.places, run.strands.map { |strand| [strand.function, strand.points[run.side(place)]] }] }
    end
    changes =
      skeleton
        .exchanged(belief.world)
        .map { |other| leads.call(other).sum { |places, strands| (strands - leads.call(skeleton)[places]).size } }
    expect([changes.uniq, changes.size]).to match([[2], a_value > 3])
  end

  it "exchanges conductors that were found in one joint, and leaves alone what the box tells apart" do
    session = house_with(:contact_stuck_open, 5..8).then { |made| opened_in(made, made.faulty_places.first) }
    skeleton = session.belief.hypotheses.first.skeleton
    place = session.situation.unsheathed.first
    found = session.situation.found_joints(place).map { |joint| joint.grep(%r{/}) }
    named = ->(one) { found.map { |joint| one.functions_at(place).values_at(*joint).sort } }
    neighbors = skeleton.exchanged(session.belief.world)
    expect(neighbors.map(&named)).to all(eq(named.call(skeleton)))
    expect(neighbors.size).to be_positive
  end

  it "holds some thousand ways of a box with four cables of five conductors, all apart" do
    job = Dielectra::Evidence::Job.read(demo_document("signal_gallery.job.json").merge("steps" => []))
    place = job.goal.controls[1].place
    conductors = %w[black red blue yellow white].map { |color| { "id" => color, "color" => color } }
    ends = Array.new(4) { |at| { "id" => "#{place}/#{at + 1}", "type" => "raceway", "conductors" => conductors } }
    device = { "id" => job.goal.controls[1].id, "kind" => "four_way" }
    found = { "enclosure" => "plastic", "cable_ends" => ends, "devices" => [device], "joints" => [] }
    session = Dielectra::Session::Troubleshooting.new(job)
    session.record({ "do" => "breaker", "device" => job.breakers.first, "to" => "off", "answer" => { "ok" => true } })
    session.record({ "do" => "open", "place" => place, "answer" => { "found" => found } })
    expect(session.belief.hypotheses.size).to be_between(1, 20_000)
    expect(session.next.do).to eq("prove_dead")
  end

  it "weighs neighbors as what they are beside" do
    before = belief.hypotheses.sum(&:weight)
    after = belief.redrawn(session.situation)
    expect([before, after.hypotheses.sum(&:weight)]).to all(be_within(1e-6).of(1.0))
    expect(after.hypotheses.map { |one| one.skeleton.links }.uniq.size).to be >=
      belief.hypotheses.map { |one| one.skeleton.links }.uniq.size
  end

  it "looks at the neighbors of a skeleton once" do
    once = belief.redrawn(session.situation)
    looked = belief.world.redrawn.size
    belief.redrawn(session.situation)
    expect([once.world.redrawn.size, belief.world.redrawn.size]).to eq([looked, looked])
  end

  describe Dielectra::Diagnosis::Space do
    it "sifts many by their priors and the last answers" do
      session = opened("tower_stair", "tower_door")
      seen = session.belief.observations
      space = described_class.new(session.belief.world, session.situation, wide: true, observations: seen)
      all = space.hypotheses
      kept = space.likeliest(all, 5)
      weigh = ->(one) do
        seen
          .select { |each| each.toggles.one? && each.what == :lamp }
          .last(6)
          .reduce(one.prior) { |weight, each| weight * session.belief.prediction.likelihood(one, each) }
      end
      expect(kept.sum(&weigh)).to be_within(1e-12).of(all.map(&weigh).max(5).sum)
    end
  end
end
