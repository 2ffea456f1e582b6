# frozen_string_literal: true

RSpec.describe Dielectra::Physics::NodalAnalysis do
  # Volts of a random network solved whole, without reduction.
  def whole(size, branches, source)
    rows = Array.new(size) { Array.new(size, 0.0) }
    branches.each do |one, other, ohms|
      [[one, one, 1], [other, other, 1], [one, other, -1], [other, one, -1]].each do |row, column, sign|
        rows[row][column] += sign / ohms
      end
    end
    inner = Matrix.rows(rows.drop(1).map { |row| row.drop(1) })
    [0.0, *inner.lup.solve(Vector.elements((1...size).map { |node| node == source ? 1.0 : 0.0 }))]
  end

  it "finds what solving the whole system finds" do
    random = Random.new(5)
    60.times do
      size = 4 + random.rand(12)
      tree = (1...size).map { |node| [node, random.rand(node), 0.01 + (random.rand * 100)] }
      extra = Array.new(random.rand(5)) { [*(0...size).to_a.sample(2, random:), 0.05 + (random.rand * 500)] }
      source = 1 + random.rand(size - 1)
      analysis = described_class.new(size, 0)
      (tree + extra).each { |branch| analysis.connect(*branch) }
      analysis.inject(source, 1.0)
      analysis
        .volts
        .zip(whole(size, tree + extra, source)) do |found, right|
          expect(found).to be_within(1e-6 + (right.abs * 1e-6)).of(right)
        end
    end
  end

  it "says of a node that nothing ties to the reference that it floats" do
    analysis = described_class.new(4, 0)
    analysis.connect(0, 1, 10)
    analysis.connect(2, 3, 10)
    analysis.inject(1, 2.0)
    expect(analysis.volts).to eq([0.0, 20.0, nil, nil])
  end
end
