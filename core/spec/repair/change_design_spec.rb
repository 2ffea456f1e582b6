# frozen_string_literal: true

RSpec.describe Dielectra::Repair::ChangeDesign do
  let(:chain) { Dielectra::Design::Chain.at(%w[porch landing], %w[ceiling]) }
  let(:old) { %w[porch landing] }
  let(:added) { %w[porch landing] }
  let(:light) { %w[landing ceiling] }

  def design(**functions)
    edges = [old, added, light]
    carried = {}.compare_by_identity
    edges.zip([functions[:old], functions[:added], %w[load neutral]]).each { |edge, some| carried[edge] = some }
    described_class.new(edges, carried, [chain], {})
  end

  it "is split where one chain takes two runs side by side" do
    expect(design(old: %w[neutral], added: %w[traveler_1 traveler_2]).split?).to be true
    expect(design(old: [], added: %w[traveler_1 traveler_2 neutral]).split?).to be false
  end

  it "names the places that no neutral reaches" do
    expect(design(old: %w[traveler_1 traveler_2], added: []).without_neutral(%w[porch landing])).to eq(%w[porch])
  end
end
