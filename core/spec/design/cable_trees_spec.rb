# frozen_string_literal: true

RSpec.describe Dielectra::Design::CableTrees do
  def layouts(controls, onward: [1.0]) = described_class.new(controls:, light: "light", onward:).to_a

  it "counts labelled trees as Cayley does" do
    expect((2..5).map { |size| described_class.over(("a".."z").first(size)).size }).to eq([1, 3, 16, 125])
  end

  it "finds a feed at the switch and a loop from the light for one control" do
    carried = layouts(%w[a]).map { |layout| layout.carried(layout.edges.first).sort }
    expect(carried).to contain_exactly(%w[load neutral], %w[line load])
  end

  # What every run carries, in the field's well-known layouts.
  {
    "feed at the first switch, light at the last" => [[%w[a b], %w[b light], %w[panel a]], {0 => %w[neutral traveler_1 traveler_2], 1 => %w[load neutral]}],
    "feed and light at the same end" => [[%w[a b], %w[a light], %w[panel a]], {0 => %w[load traveler_1 traveler_2], 1 => %w[load neutral]}],
    "feed at the light, dead end" => [[%w[a b], %w[b light], %w[panel light]], {0 => %w[line traveler_1 traveler_2], 1 => %w[line load]}],
    "feed at a switch, light between" => [[%w[a light], %w[light b], %w[panel a]], {0 => %w[neutral traveler_1 traveler_2], 1 => %w[load traveler_1 traveler_2]}],
    "feed at the light, a loop to each" => [[%w[a light], %w[light b], %w[panel light]], {0 => %w[line traveler_1 traveler_2], 1 => %w[load traveler_1 traveler_2]}]
  }.each do |name, (edges, carried)|
    it "knows what the runs carry: #{name}" do
      layout = Dielectra::Design::Layout.new(edges:, chain: %w[a b], light: "light", weight: 1.0)
      expect(carried.to_h { |index, _| [index, layout.carried(edges[index]).sort] }).to eq(carried)
      expect(layouts(%w[a b]).map(&:key)).to include(layout.key)
    end
  end

  it "hangs what leaves for elsewhere on any box, and then carries line further" do
    layout = described_class.new(controls: %w[a], light: "light", ends: {"light" => [3, 3]}).find do |candidate|
      candidate.edges.include?(%w[panel a]) && candidate.edges.include?(%w[light onward_1])
    end
    expect(layout.carried(%w[a light]).sort).to eq(%w[line load neutral])
  end

  it "keeps to the number of cables in opened boxes" do
    all = described_class.new(controls: %w[a b], light: "light", ends: {"a" => [4]})
    expect(all.map { |layout| layout.edges_at("a").size }.uniq).to eq([1])
  end
end
