# frozen_string_literal: true

RSpec.describe Dielectra::Design::Scheme do
  it "puts the switches into the neutral, or line and neutral on the travelers, in old houses" do
    chain = ->(switches) { Dielectra::Design::Chain.at(switches, %w[l]) }
    switched = described_class::NEUTRAL_SWITCHED.needs(chain[%w[a]], [])
    both = described_class::BOTH_ON_TRAVELERS.needs(chain[%w[a b]], [])
    expect([switched["line"], switched["neutral"]]).to eq([%w[panel l], %w[panel a]])
    expect([both["line"], both["leg_1"], both["leg_2"], both.key?("load")]).to eq(
      [%w[panel a b], %w[a l], %w[b l], false]
    )
  end

  it "has line and neutral on the travelers only where there are two switches" do
    expect([1, 2, 3].map { |controls| described_class.all(controls).size }).to eq([2, 3, 2])
  end
end
