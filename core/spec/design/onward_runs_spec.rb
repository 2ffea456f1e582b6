# frozen_string_literal: true

RSpec.describe Dielectra::Design::OnwardRuns do
  let(:edges) { [%w[feed hall], %w[hall ceiling]] }

  def over(**more)
    usual = { boxes: %w[hall ceiling], sizes: {}, priors: [0.8, 0.17], circuits: [0], passing: nil, unseen: nil }
    found = []
    described_class
      .new(**usual, wide: false, rare: true, **more)
      .over(edges, 3, nil) { |all, weight| found << [all.drop(edges.size), weight.round(4)] }
    found
  end

  it "gives every closed box none or one" do
    expect(over.map(&:last)).to contain_exactly(0.64, 0.136, 0.136, 0.0289)
  end

  it "takes what an opened box has left over" do
    expect(over(sizes: { "hall" => [2, 2, 2] }).map(&:first)).to all(include(%w[hall _onward_1]))
  end

  it "leaves closed boxes without any where rare layouts are left out" do
    expect(over(rare: false)).to eq([[[], 0.64]])
  end
end
