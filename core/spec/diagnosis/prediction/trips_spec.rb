# frozen_string_literal: true

# The hypothesis has no fault, so that a trip has no cause.
RSpec.describe Dielectra::Diagnosis::Trips do
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }
  let(:toggles) { Dielectra::Diagnosis::Toggles.now(session.belief.world, session.situation) }
  let(:right) { session.belief.hypotheses.find { |one| one.deviations.empty? } }

  def seen(what, reading, found: false, minutes: nil)
    Dielectra::Diagnosis::Observation.new(
      what:,
      reading:,
      found:,
      minutes:,
      toggles:,
      arrangement: session.situation.arrangement
    )
  end

  def share(observation) =
    described_class.new(0.01).public_send(observation.what == :held ? :held : :found, right, observation)

  it "expects a breaker to hold if nothing is shorted" do
    expect(share(seen(:breaker, "on")).uniq).to eq([0.99])
  end

  it "gives a breaker found tripped a higher likelihood than one that trips during the job" do
    for_nothing = share(seen(:breaker, "tripped")).first
    found = share(seen(:breaker, "tripped", found: true)).first
    expect(for_nothing).to be < 0.001
    expect(found).to be > for_nothing * 10
  end

  it "gives holding and tripping probabilities that sum to one" do
    answers = %w[on tripped].map { |reading| share(seen(:held, reading, minutes: 10)).first }
    expect(answers.sum).to be_within(1e-9).of(1)
  end
end
