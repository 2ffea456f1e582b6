# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Progress do
  def result(level, right: true, named: true, stopped: 0, minutes: 10.0) =
    described_class::Result.new(level, right, named, stopped, minutes, 6.0)

  def next_of(*results) = described_class.new(results).next.then { |level, why| [level.number, why] }

  it "sends back to the level where somebody would have been hurt, before anything else" do
    expect(next_of(*[result(1)] * 3, result(2, stopped: 1), result(3, right: false))).to eq([2, :unsafe])
  end

  it "looks at the last three of a level" do
    expect(next_of(result(1, stopped: 2), *[result(1)] * 3)).to eq([2, :few])
    expect(next_of(*[result(1, minutes: 30.0)] * 3)).to eq([1, :slow])
    expect(next_of(result(1, named: false))).to eq([1, :unnamed])
  end

  it "sums up each level that was played" do
    standing = described_class.new([result(2), result(2, right: false, minutes: 14.0)]).standings.first
    expect(standing.to_h.except(:level)).to eq(played: 2, right: 1, named: 2, stopped: 0, ratio: 2.0)
  end
end
