# frozen_string_literal: true

RSpec.describe Dielectra::Trade::Unmarked do
  # What a switch joins with its toggle up and down, and what it is.
  {
    [[%w[t2 t1]], []] => ["single_pole", "t1 t2 | "],
    [[], [%w[t1 t3]]] => ["single_pole", " | t1 t3"],
    [[%w[t1 t3]], [%w[t1 t2]]] => ["three_way", "t1 t3 | t1 t2"],
    [[%w[t1 t3], %w[t2 t4]], [%w[t1 t4], %w[t3 t2]]] => ["four_way", "t1 t3, t2 t4 | t1 t4, t2 t3"],
    [[%w[t1 t2], %w[t4 t3]], [%w[t1 t3], %w[t2 t4]]] => ["four_way", "t1 t2, t3 t4 | t1 t3, t2 t4"],
    [[%w[t1 t3]], [%w[t1 t3]]] => ["unknown", "t1 t3 | t1 t3"],
    [[], []] => ["unknown", " | "],
    [[%w[t1 t2], %w[t3 t4]], [%w[t1 t2]]] => ["unknown", "t1 t2, t3 t4 | t1 t2"]
  }.each do |(up, down), (kind, does)|
    it "takes a switch that does #{does} for #{kind}" do
      name = described_class.recognized(up, down)
      known = Dielectra::Trade::DeviceKind[name]
      shown =
        %w[up down]
          .map { |position| known.closed(position).map { |pair| pair.sort.join(" ") }.sort.join(", ") }
          .join(" | ")
      expect([described_class.plain(name), shown]).to eq([kind, does])
    end
  end

  it "takes the screw that is joined in both positions for the common" do
    known = Dielectra::Trade::DeviceKind[described_class.recognized([%w[t4 t2]], [%w[t2 t1]])]
    expect([known.mark("common"), known.travelers.sort, known.live_terminals]).to eq(["t2", %w[t1 t4], %w[t1 t2 t3 t4]])
  end

  it "supposes what the number of conductors suggests" do
    expect(
      [%w[t1 t3], %w[t1 t2 t4], %w[t1 t2 t3 t4]].map { |used| described_class.plain(described_class.assumed(used)) }
    ).to eq(%w[single_pole three_way four_way])
  end
end
