# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::PointIndex do
  let(:index) { described_class.new }

  it "gives each name one number, in the order they come" do
    expect(%w[a b a c b].map { |name| index[name] }).to eq([0, 1, 0, 2, 1])
  end

  it "numbers joints, and keeps one object for equal lists" do
    expect(index.joints([%w[a b], %w[b c]])).to eq([[0, 1], [1, 2]])
    expect(Array.new(2) { index.same(%w[a b]) }.uniq(&:object_id).size).to eq(1)
  end
end
