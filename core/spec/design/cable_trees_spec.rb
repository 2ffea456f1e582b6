# frozen_string_literal: true

RSpec.describe Dielectra::Design::CableTrees do
  let(:present) { [Dielectra::Design::Scheme::PRESENT] }

  def layouts(controls, onward: [1.0], **more) =
    described_class.new(chains: [[seats(controls), seats(["light"])]], onward:, schemes: present, **more).to_a

  def seats(places) = places.map { |place| Dielectra::Design::Seat.new(place, place) }

  def shapes(switches, boxes, most) =
    Dielectra::Design::Shapes.of(Dielectra::Design::Shapes.chain(switches, 1), boxes, most)

  def runs(layout) = [layout.edges.map(&:sort).sort, layout.orders.first]

  it "counts labeled trees as Cayley does, with every way in for the feed" do
    counts = (2..4).map { |size| shapes(size - 1, size, 99).map { |shape| shape.edges.map(&:sort).sort }.uniq.size }
    expect(counts).to eq([1 * 2, 3 * 3, 16 * 4])
  end

  it "gives every run of four controls no more to carry than asked for" do
    shapes = shapes(4, 5, 3)
    expect(shapes.map { |shape| shape.widths.max }.uniq).to eq([3])
    expect(shapes.map(&:orders).uniq.size).to eq(24)
  end

  it "finds a feed at the switch and a loop from the light for one control" do
    carried = layouts(%w[a]).map { |layout| layout.carried(layout.edges.first).sort }
    expect(carried).to contain_exactly(%w[load neutral], %w[line load])
  end

  # What every run carries, in the field's well-known layouts.
  {
    "feed at the first switch, light at the last" => [
      [%w[a b], %w[b light], %w[panel a]],
      { 0 => %w[neutral traveler_1 traveler_2], 1 => %w[load neutral] }
    ],
    "feed and light at the same end" => [
      [%w[a b], %w[a light], %w[panel a]],
      { 0 => %w[load traveler_1 traveler_2], 1 => %w[load neutral] }
    ],
    "feed at the light, dead end" => [
      [%w[a b], %w[b light], %w[panel light]],
      { 0 => %w[line traveler_1 traveler_2], 1 => %w[line load] }
    ],
    "feed at a switch, light between" => [
      [%w[a light], %w[light b], %w[panel a]],
      { 0 => %w[neutral traveler_1 traveler_2], 1 => %w[load traveler_1 traveler_2] }
    ],
    "feed at the light, a loop to each" => [
      [%w[a light], %w[light b], %w[panel light]],
      { 0 => %w[line traveler_1 traveler_2], 1 => %w[load traveler_1 traveler_2] }
    ]
  }.each do |name, (edges, carried)|
    it "knows what the runs carry: #{name}" do
      layout =
        Dielectra::Design::Layout.new(
          tree: Dielectra::Design::Tree.new(edges),
          chains: [Dielectra::Design::Chain.at(%w[a b], ["light"])]
        )
      expect(carried.to_h { |index, _| [index, layout.carried(edges[index]).sort] }).to eq(carried)
      expect(layouts(%w[a b]).map { |found| runs(found) }).to include(runs(layout))
    end
  end

  it "hangs what leaves for elsewhere on any box, and then carries line further" do
    layout =
      layouts(%w[a], onward: [0.8, 0.2], ends: { "light" => [3, 2] }).find do |candidate|
        candidate.edges.include?(%w[panel a]) && candidate.edges.include?(%w[light _onward_1])
      end
    expect(layout.carried(%w[a light]).sort).to eq(%w[line load neutral])
  end

  it "keeps to the number of cables in opened boxes" do
    all = layouts(%w[a b], ends: { "a" => [4] })
    expect(all.map { |layout| layout.edges_at("a").size }.uniq).to eq([1])
  end

  it "lays out the obsolete schemes too: the switched neutral, and line and neutral on the travelers" do
    carried =
      described_class
        .new(chains: [[seats(%w[a b]), seats(["light"])]], onward: [1.0])
        .filter_map do |layout|
          edge = layout.edges.find { |run| run.sort == %w[a b] }
          if edge && layout.orders == [%w[a b]] && layout.edges.include?(%w[b light]) &&
               layout.edges.include?(%w[panel a])
            [layout.scheme.name, layout.carried(edge).sort]
          end
        end
    expect(carried).to contain_exactly(
      [:present, %w[neutral traveler_1 traveler_2]],
      [:neutral_switched, %w[line traveler_1 traveler_2]],
      [:both_on_travelers, %w[leg_1 line neutral]]
    )
  end
end
