# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Reach do
  # Whether a number has the bit of every combination in which a block is true, and no other.
  def bits(world) = world.combinations.sum { |raised| yield(raised) ? world.bit(raised) : 0 }

  # Hypotheses of a job, with whatever may be wrong in them.
  def some(session) = session.belief.hypotheses.group_by { |item| item.deviations.map(&:kind) }.flat_map { |_, alike| alike.first(3) }

  {"tower_stair" => [%w[tower_door], %w[tower_door lamp_room]], "signal_gallery" => [[], %w[gallery_end]], "horn_shed" => [[]]}.each do |name, openings|
    openings.each do |places|
      it "says of #{name} with #{places.size} boxes open in all combinations what the nets say in each" do
        session = opened(name, *(places & demo_job(name).boxes.map(&:id)))
        world = session.belief.world
        arrangement = world.same(session.situation.arrangement)
        some(session).each do |hypothesis|
          points = hypothesis.skeleton.links.flatten
          reach = hypothesis.reach(arrangement)
          line = points.map { |point| bits(world) { |raised| hypothesis.nets(arrangement, raised).together?(point, world.source) } }
          neutral = points.map { |point| bits(world) { |raised| hypothesis.nets(arrangement, raised).together?(point, world.return) } }
          expect([hypothesis.to_s, points.map { |point| reach.live(point) }, points.map { |point| reach.neutral(point) }]).to eq([hypothesis.to_s, line, neutral])
          expect(reach.tripped).to eq(bits(world) { |raised| hypothesis.nets(arrangement, raised).together?(world.source, world.return) })
        end
      end
    end
  end

  it "lights no lamp while line meets neutral" do
    world = opened("boathouse").belief.world
    one, other = world.lamps.values.first
    roots = (0..[one, other, world.source, world.return].max).to_a
    roots[one] = world.source
    roots[other] = world.return
    expect(described_class.new(world, roots, []).lit("L1")).to eq(world.every)
    shorted = described_class.new(world, roots, [[world.source, world.return, world.raised("S1")]])
    expect([shorted.tripped, shorted.lit("L1")]).to eq([world.raised("S1"), world.every & ~world.raised("S1")])
  end
end
