# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Scenario do
  it "makes the same house from the same seed" do
    first, again = Array.new(2) { described_class.new(Random.new(5)).circuit }
    expect(again).to eq(first)
  end

  described_class::TROUBLES.each_key do |trouble|
    it "makes houses with #{trouble} that do not obey" do
      scenario = described_class.new(Random.new(11), trouble:)
      obeying =
        Dielectra::Practice::Intermittence
          .settled(scenario.circuit)
          .all? { |house| Dielectra::Practice::Inspection.new(house, scenario.job).obeys? }
      expect(obeying && scenario.circuit.breakers.all? { |breaker| breaker.position == "on" }).to be(false)
    end
  end
end
