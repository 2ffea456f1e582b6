# frozen_string_literal: true

RSpec.describe Dielectra::Design::AlikeShapes do
  let(:shapes) { Dielectra::Design::Shapes }

  # Two and more switches and a light, each in a box of its own
  def arguments(switches, boxes)
    { chains: shapes.chain(switches, 1), boxes:, most: 4, halves: [], circuits: [0] }
  end

  def every(switches, boxes, sizes, singles = {})
    described_class.new(arguments(switches, boxes), sizes, singles).list(merge: false).map(&:first)
  end

  def merged(switches, boxes, sizes, singles = {})
    described_class.new(arguments(switches, boxes), sizes, singles).list(merge: true)
  end

  it "keeps only what the cables of an opened box hold" do
    found = every(2, 4, { 0 => [3, 2] })
    expect(found).not_to be_empty
    expect(found.map { |shape| shape.widths_at(0).sort.reverse }.uniq).to contain_exactly([3, 2], [3, 0], [3])
    expect(every(2, 4, { 0 => [3, 2] }).size).to be < every(2, 4, {}).size
  end

  it "lets two cables stand for one run where a box has one to spare" do
    expect(every(2, 3, { 0 => [2, 2] }).map { |shape| shape.widths_at(0) }).to all(eq([3]))
    expect(every(2, 3, { 0 => [2] })).to be_empty
  end

  it "counts single conductors" do
    expect(every(2, 3, {}, { 1 => 5 }).map { |shape| shape.widths_at(1).sum }.max).to be <= 5
  end

  # What follows by exchanging boxes is what a listing of every order shows.
  [{ 0 => [3, 2] }, { 1 => [3, 2], 2 => [3] }, { 3 => [2, 2] }, { 0 => [3], 3 => [3, 2] }].each do |sizes|
    it "counts as many of each kind as there are with the boxes #{sizes.keys.join(" and ")} open" do
      counts = every(3, 5, sizes).map { |shape| shape.seen_from(sizes.keys) }.tally
      found = merged(3, 5, sizes).map { |shape, alike| [shape.seen_from(sizes.keys), alike] }
      expect(found).to match_array(counts.to_a)
    end
  end

  it "gives shapes that it exchanged the same widths, degrees and sides as a listing does" do
    sizes = { 1 => [3, 2] }
    key = ->(shape) { [shape.edges.map(&:sort).zip(shape.widths).sort, shape.orders, shape.degrees] }
    known = every(3, 5, sizes).map(&key)
    expect(merged(3, 5, sizes).map { |shape, _| key[shape] } - known).to be_empty
  end
end
