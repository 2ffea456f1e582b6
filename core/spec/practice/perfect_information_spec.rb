# frozen_string_literal: true

RSpec.describe Dielectra::Practice::PerfectInformation do
  def made(family:, trouble:) =
    (1..).lazy.map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family:, trouble:) }

  it "knows that nothing in reach repairs a dead supply" do
    expect(described_class.new(made(family: :two, trouble: :no_supply).first).repairable?).to be(false)
  end

  it "knows whether a broken run has a conductor to spare" do
    some = made(family: :two, trouble: :conductor_open).first(40).partition(&:spared?)
    expect(some.map { |houses| houses.map { |house| described_class.new(house).repairable? }.uniq }).to eq(
      [[true], [false]]
    )
  end

  it "knows cables that do not carry enough for today's scheme, and the session stops there with the scheme named" do
    stuck = made(family: :old_scheme, trouble: :exchanged).find(&:stuck_with_scheme?)
    session = play(Dielectra::Practice::House.new(stuck.circuit), stuck.job)
    expect([described_class.new(stuck).repairable?, session.next.status, session.next.why]).to match(
      [false, "stopped", /obsolete scheme/]
    )
    expect(
      described_class.new(made(family: :old_scheme, trouble: :exchanged).reject(&:stuck_with_scheme?).first).repairable?
    ).to be(true)
  end

  it "names a trouble rightly by any of its words" do
    house = described_class.new(made(family: :two, trouble: :marks_wrong).first)
    expect(
      [house.named?([{ "kind" => "lamp" }]), house.named?([{ "kind" => "lamp" }, { "kind" => "marks_wrong" }])]
    ).to eq([false, true])
  end

  it "finds the breaker of another circuit only where that comes through the box to be worked in" do
    dear = Dielectra::Evidence::Costs.new(Dielectra::Trade.costs.merge("find_breaker" => 106.0))
    more =
      made(family: :second_circuit, trouble: :exchanged)
        .first(12)
        .map do |house|
          [
            house.kept_live?(house.faulty_places),
            (described_class.new(house, costs: dear).minutes - described_class.new(house).minutes).round(6)
          ]
        end
    expect(more.uniq).to contain_exactly([true, 100.0], [false, 0.0])
  end
end
