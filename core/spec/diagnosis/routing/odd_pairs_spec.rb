# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::OddPairs do
  let(:port) do
    Struct.new(:points) do
      def ends = [points.first]

      def size = points.size
    end
  end
  let(:random) { Random.new(4) }

  def ways(size, random) =
    Array.new(1 + random.rand(4)) do
      Dielectra::Design::Coloring::Way.new(Array.new(size) { %w[line neutral load].sample(random:) }, 1.0)
    end

  # Pairs that touch and should not, or the reverse, and after those how late the ways come
  def rank(found, ports, choices, picked)
    carried = ports.zip(picked).flat_map { |one, way| one.points.zip(way.functions) }
    odd =
      carried
        .combination(2)
        .count do |(point, function), (other, its)|
          found.any? { |joint| joint.include?(point) && joint.include?(other) } != (function == its)
        end
    [odd, choices.zip(picked).sum { |list, way| list.index { |one| one.equal?(way) } }]
  end

  it "finds what going through every combination finds" do
    30.times do
      ports = Array.new(1 + random.rand(4)) { |at| port.new(Array.new(2) { |slot| "hall/#{at}.#{slot}" }) }
      found = ports.flat_map(&:points).shuffle(random:).each_slice(3).to_a
      choices = ports.map { |one| ways(one.size, random) }
      first, *rest = choices
      all = first.product(*rest).map { |picked| rank(found, ports, choices, picked) }
      kept = described_class.new(found).fewest(ports, choices, 5).map { |picked| rank(found, ports, choices, picked) }
      expect(kept.sort).to eq(all.min(5))
    end
  end
end
