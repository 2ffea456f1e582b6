# frozen_string_literal: true

RSpec.describe Dielectra::Session::SecondLook do
  def played(seed)
    scenario = Dielectra::Practice::Scenario.new(Random.new(seed))
    play(Dielectra::Practice::House.new(scenario.circuit, random: Random.new(seed + 1)), scenario.job)
  end

  it "has a second circuit turned off before a job is given up that may be repaired in its box" do
    session = played(6_300_063)
    expect([session.next.status, session.next.causes.map { |cause| cause.values_at("kind", "place") }]).to eq(
      ["solved", [%w[joint_open landing]]]
    )
    expect(session.steps.map { |step| step["do"] }).to include("find_breaker")
  end

  it "gives up where nothing in reach can be repaired, and says what it is" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(3), family: :one, trouble: :no_supply)
    session = play(Dielectra::Practice::House.new(scenario.circuit), scenario.job)
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(["stopped", ["no_supply"]])
  end
end
