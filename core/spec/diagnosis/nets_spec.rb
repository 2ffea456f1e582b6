# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Nets do
  # Copper joins 0 and 1, and 2 and 3; 4 is by itself.
  let(:roots) { [0, 0, 2, 2, 4] }

  it "has what copper joins together, and nothing else" do
    nets = described_class.new(roots)
    expect([nets.together?(0, 1), nets.together?(1, 2), nets.together?(3, 4)]).to eq([true, false, false])
  end

  it "adds what contacts join, in whatever order and however often" do
    [[[1, 3]], [[3, 1]], [[1, 3], [0, 2], [2, 1]]].each do |pairs|
      nets = described_class.new(roots, pairs)
      expect([nets.together?(0, 2), nets.together?(0, 4)]).to eq([true, false])
    end
  end

  it "follows a chain of contacts" do
    nets = described_class.new(roots, [[0, 3], [2, 4]])
    expect([0, 1, 2, 3, 4].map { |point| nets[point] }.uniq.size).to eq(1)
  end

  it "leaves copper as it is for the next state" do
    described_class.new(roots, [[0, 2], [2, 4]])
    expect(described_class.new(roots)).not_to be_together(0, 2)
  end

  it "takes a point that was numbered later for a net of its own" do
    nets = described_class.new(roots, [[9, 0]])
    expect([nets[12], nets.together?(9, 1), nets.together?(12, 9)]).to eq([12, true, false])
  end

  it "agrees with the circuit's physics in every state of every demo house" do
    %w[tower_stair boathouse passage horn_shed signal_gallery].each do |name|
      session = opened(name, *demo_job(name).boxes.map(&:id))
      hypothesis = session.belief.hypotheses.first
      world = session.belief.world
      as_found = world.same(Dielectra::Evidence::Arrangement.as_found)
      world.combinations.each do |raised|
        nets = hypothesis.nets(as_found, raised)
        shown = session.belief.prediction.lights(hypothesis, as_found, raised)
        expect(shown == :tripped).to eq(nets.together?(world.source, world.return))
      end
    end
  end
end
