# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Looks do
  # Two switches that stand as nobody knows; the light is looked at, one is thrown, then the other.
  let(:session) do
    fresh =
      Dielectra::Session::Troubleshooting.new(
        Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge("steps" => []))
      )
    ["on", %w[S1 up], "off", %w[S2 down], "off", %w[S1 down], "on"].each_with_object(fresh) do |step, so_far|
      if step.is_a?(Array)
        so_far.record("do" => "set", "device" => step.first, "to" => step.last, "answer" => { "ok" => true })
      else
        so_far.record("do" => "watch", "answer" => { "loads" => { "L1" => step }, "breakers" => { "B1" => "on" } })
      end
    end
  end
  let(:belief) { session.belief }
  let(:looks) { described_class.new(belief.world, belief.prediction, belief.observations) }

  # The likelihood of all looks, summed over the ways the unknowns may be, one look after the other.
  def summed(hypothesis)
    belief
      .observations
      .reduce([1.0, nil]) do |(share, odds), seen|
        likelihoods = belief.prediction.likelihoods(hypothesis, seen)
        [share * seen.toggles.expected(odds, likelihoods), seen.toggles.learned(odds, likelihoods)]
      end
  end

  it "comes to the sum over how the toggles may have stood" do
    expect(belief.observations.first.toggles).not_to be_one
    belief
      .hypotheses
      .first(40)
      .each do |hypothesis|
        share, told = looks.told(hypothesis)
        likely, odds = summed(hypothesis)
        expect(share).to be_within(1e-9).of(likely)
        (told || []).zip(odds || []) { |one, other| expect(one).to be_within(1e-9).of(other) }
      end
  end

  it "leaves everything that is no look to others" do
    expect(looks.others).to eq([])
    probed =
      opened("boathouse", "slip_door").tap do |one|
        one.record(
          "do" => "probe",
          "tool" => "continuity",
          "at" => %w[S1.terminal_1 S1.terminal_2],
          "answer" => {
            "reads" => "silent"
          }
        )
      end
    expect(
      described_class.new(probed.belief.world, probed.belief.prediction, probed.belief.observations).others.map(&:what)
    ).to eq([:continuity])
  end
end
