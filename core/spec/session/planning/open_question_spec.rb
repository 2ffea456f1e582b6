# frozen_string_literal: true

RSpec.describe Dielectra::Session::OpenQuestion do
  let(:even) { described_class.new(%i[line load], [0.3, 0.3]) }

  it "is one bit between two that weigh alike, and none where all say the same" do
    expect([even.bits, described_class.new(%i[line line], [0.7, 0.1]).bits]).to match(
      [be_within(1e-9).of(1.0), be_within(1e-9).of(0.0)]
    )
  end

  it "is settled by a reading that differs between the two, and not by one that does not" do
    expect(
      [even.information_gain([1.0, 0.0]), even.information_gain([0.0, 1.0]), even.information_gain([0.4, 0.4])]
    ).to match([*([be_within(1e-9).of(1.0)] * 2), be_within(1e-9).of(0.0)])
  end

  it "is told less by a tester that may be wrong" do
    expect(even.information_gain([0.99, 0.01])).to be_between(0.9, 0.95)
  end

  it "counts hypotheses that say the same together" do
    three = described_class.new(%i[line line load], [0.25, 0.25, 0.5])
    expect([three.bits, three.information_gain([1.0, 0.0, 0.0])]).to match(
      [be_within(1e-9).of(1.0), be_within(1e-9).of(1.0 - (0.75 * Dielectra::Diagnosis::Belief.entropy([0.25, 0.5])))]
    )
  end
end
