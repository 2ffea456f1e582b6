# frozen_string_literal: true

RSpec.describe Dielectra::Learning::Experience do
  let(:tally) do
    {
      "causes" => {
        "exchanged" => 1
      },
      "colors" => {
        "load_on_black" => [1, 4]
      },
      "labels" => [1, 2],
      "onward" => [0, 2, 0],
      "scheme" => "present",
      "minutes" => {
        "probe" => [0.7, 0.7]
      },
      "method" => "nm",
      "year_built" => 1970
    }
  end
  let(:shipped) { Dielectra::Trade.priors }

  def learned(tallies, **more) = described_class.new(tallies, **more).to_h

  it "learns nothing from fewer than ten jobs" do
    expect(learned([tally] * 9)).to eq({})
    expect(learned([tally] * 10).keys).to eq(%w[priors minutes])
  end

  it "makes what was met often likelier, and drops nothing below its floor" do
    deviation = learned([tally] * 200).dig("priors", "deviation")
    expect(deviation["exchanged"]).to be > shipped.dig("deviation", "exchanged") * 2
    least = deviation.map { |name, prior| prior / shipped.dig("deviation", name) }.min
    expect(least).to be_within(1e-2).of(described_class::TIMES.first)
  end

  it "moves color habits, runs onward and minutes toward what was met" do
    said = learned([tally] * 20)
    expect(said.dig("priors", "color", "load_on_black")).to be_between(0.25, shipped.dig("color", "load_on_black"))
    expect(said.dig("priors", "layout", "onward")[1]).to be > 0.5
    expect(said.dig("minutes", "probe")).to be > Dielectra::Trade.costs["probe"] * 1.5
  end

  it "says at the first breaker how often labels were wrong, where it was often" do
    wrong = learned([tally] * 40).dig("priors", "label")
    expect(wrong["wrong"]).to be_between(0.4, 0.5)
    first = -> { Dielectra::Presentation::Advice.next(at_breaker).to_h["detail"] }
    expect(Dielectra::Trade.drawing_on({ "label" => wrong }, &first)).to include("about 5 labels in 10 were wrong")
    expect(first.call).not_to include("labels in 10")
  end

  # A session at the step that turns the first breaker off
  def at_breaker
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"), job: demo_job("boathouse"))
    session = Dielectra::Session::Troubleshooting.for(demo_job("boathouse"))
    until (step = session.next.to_h)["do"] == "breaker"
      session.record(step.merge("answer" => house.answer(step)))
    end
    session
  end

  it "uses only the groups that are switched on" do
    expect(learned([tally] * 20, groups: ["minutes"]).keys).to eq(["minutes"])
  end

  it "asks the houses of the same kind where there are enough of them" do
    others = [tally.merge("method" => "emt")] * 25
    alike = described_class.alike(([tally] * 20) + others, { "method" => "nm", "year_built" => 1971 })
    expect(alike.size).to eq(20)
    expect(described_class.alike(([tally] * 3) + others, { "method" => "nm" }).size).to eq(28)
  end

  it "counts within the block alone" do
    usual = shipped.dig("deviation", "exchanged")
    within = Dielectra::Trade.drawing_on({ "deviation" => { "exchanged" => 0.4 } }) { Dielectra::Trade.priors }
    expect([within.dig("deviation", "exchanged"), within["color"]]).to eq([0.4, shipped["color"]])
    expect(Dielectra::Trade.priors.dig("deviation", "exchanged")).to eq(usual)
  end
end
