# frozen_string_literal: true

RSpec.describe Dielectra::Practice::FixedProcedure do
  def scenario(seed, trouble, family: :two) = Dielectra::Practice::Scenario.new(Random.new(seed), trouble:, family:)

  it "costs more than knowing the truth, whatever is wrong" do
    %i[exchanged apart_all contact_stuck_open joint_open no_supply].each do |trouble|
      house = scenario(5, trouble)
      expect(described_class.new(house).minutes).to be > Dielectra::Practice::PerfectInformation.new(house).minutes
    end
  end

  it "is spared where a new device repairs it, and comes on top where none does" do
    failed = described_class.new(scenario(6, :contact_stuck_open))
    exchanged = described_class.new(scenario(6, :exchanged))
    expect(failed.minutes_replacing_first).to be < failed.minutes
    expect(exchanged.minutes_replacing_first).to be > exchanged.minutes
  end

  it "follows the cost table" do
    dear = Dielectra::Evidence::Costs.new(Dielectra::Trade.costs.merge("walk_panel" => 3.0))
    house = scenario(7, :exchanged)
    expect(described_class.new(house, costs: dear).minutes - described_class.new(house).minutes).to be_within(0.01).of(
      12.0
    )
  end
end
