# frozen_string_literal: true

RSpec.describe Dielectra::Design::Workmanship do
  subject(:box) { described_class.new(device: "S1", kind: "three_way", stand: Dielectra::Design::Stand.of(%w[a b], "a")) }

  let(:functions) do
    {"a/1.black" => "line", "a/1.white" => "neutral", "a/2.black" => "traveler_1", "a/2.red" => "traveler_2", "a/2.white" => "neutral"}
  end
  let(:right) { box.joints(functions) }

  it "joins line to the common, travelers to their screws and neutrals through" do
    expect(right).to contain_exactly(%w[S1.common a/1.black], %w[S1.traveler_1 a/2.black], %w[S1.traveler_2 a/2.red], %w[a/1.white a/2.white])
  end

  it "sees that travelers the other way round are right as well" do
    other = box.joints(functions, turn: box.turns.last)
    expect(box.judge(other, functions).label).to eq(:right)
  end

  {
    exchanged: [%w[S1.common a/2.black], %w[S1.traveler_1 a/1.black], %w[S1.traveler_2 a/2.red], %w[a/1.white a/2.white]],
    capped: [%w[S1.common a/1.black], %w[S1.traveler_1 a/2.black], %w[a/1.white a/2.white]],
    apart: [],
    other: [%w[S1.common a/1.white], %w[S1.traveler_1 a/1.black], %w[S1.traveler_2 a/2.black], %w[a/2.red a/2.white]]
  }.each do |label, joints|
    it "calls a box #{label}" do
      expect(box.judge(joints, functions).label).to eq(label)
    end
  end

  it "calls a single-pole in a pair the wrong device" do
    single = described_class.new(device: "S1", kind: "single_pole", stand: Dielectra::Design::Stand.of(%w[a b], "a"))
    joints = [%w[S1.terminal_1 a/1.black], %w[S1.terminal_2 a/2.black], %w[a/1.white a/2.white]]
    expect(single.judge(joints, functions).label).to eq(:wrong_device)
  end
end
