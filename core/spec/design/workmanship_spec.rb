# frozen_string_literal: true

RSpec.describe Dielectra::Design::Workmanship do
  subject(:box) { described_class.new([described_class::Fitting.new("S1", "three_way", duty)]) }

  let(:layout) do
    Dielectra::Design::Layout.new(
      tree: Dielectra::Design::Tree.new([%w[panel a], %w[a b], %w[b light]]),
      chains: [Dielectra::Design::Chain.at(%w[a b], ["light"])]
    )
  end
  let(:duty) { layout.duty("a") }
  let(:functions) do
    {
      "a/1.black" => "line",
      "a/1.white" => "neutral",
      "a/2.black" => "traveler_1",
      "a/2.red" => "traveler_2",
      "a/2.white" => "neutral"
    }
  end
  let(:right) { box.joints(functions) }

  it "joins line to the common, travelers to their screws and neutrals through" do
    expect(right).to contain_exactly(
      %w[S1.common a/1.black],
      %w[S1.traveler_1 a/2.black],
      %w[S1.traveler_2 a/2.red],
      %w[a/1.white a/2.white]
    )
  end

  it "sees that travelers the other way round are right as well" do
    other = box.joints(functions, turn: box.turns.last)
    expect(box.judge(other, functions).label).to eq(:right)
  end

  {
    exchanged: [
      %w[S1.common a/2.black],
      %w[S1.traveler_1 a/1.black],
      %w[S1.traveler_2 a/2.red],
      %w[a/1.white a/2.white]
    ],
    capped: [%w[S1.common a/1.black], %w[S1.traveler_1 a/2.black], %w[a/1.white a/2.white]],
    apart: [],
    other: [%w[S1.common a/1.white], %w[S1.traveler_1 a/1.black], %w[S1.traveler_2 a/2.black], %w[a/2.red a/2.white]]
  }.each do |label, joints|
    it "calls a box #{label}" do
      expect(box.judge(joints, functions).label).to eq(label)
    end
  end

  it "calls a single-pole in a pair the wrong device" do
    single = described_class.new([described_class::Fitting.new("S1", "single_pole", duty)])
    joints = [%w[S1.terminal_1 a/1.black], %w[S1.terminal_2 a/2.black], %w[a/1.white a/2.white]]
    expect(single.judge(joints, functions).label).to eq(:wrong_device)
  end

  it "takes either pair of a four-way for either hop, as long as pairs stay together" do
    chain =
      Dielectra::Design::Layout.new(
        tree: Dielectra::Design::Tree.new([%w[panel a], %w[a b], %w[b c], %w[c light]]),
        chains: [Dielectra::Design::Chain.at(%w[a b c], ["light"])]
      )
    middle = described_class.new([described_class::Fitting.new("S2", "four_way", chain.duty("b"))])
    carries = {
      "b/1.black" => "traveler_1",
      "b/1.red" => "traveler_2",
      "b/2.black" => "traveler_1_2",
      "b/2.red" => "traveler_2_2"
    }
    screws = %w[pair_1_a pair_1_b pair_2_a pair_2_b].map { |screw| "S2.#{screw}" }
    judged = ->(points) { middle.judge(screws.zip(points), carries).label }
    expect(judged[%w[b/2.red b/2.black b/1.black b/1.red]]).to eq(:right)
    expect(judged[%w[b/2.red b/1.black b/2.black b/1.red]]).to eq(:exchanged)
  end
end
