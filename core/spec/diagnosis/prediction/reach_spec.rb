# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Reach do
  # Whether a number has the bit of every combination in which a block is true, and no other.
  def bits(world) = world.combinations.sum { |raised| yield(raised) ? world.bit(raised) : 0 }

  # Hypotheses of a job, with whatever may be wrong in them.
  def some(session) =
    session.belief.hypotheses.group_by { |item| item.deviations.map(&:kind) }.flat_map { |_, alike| alike.first(3) }

  # Points that are connected in one combination, worked out one contact after the other.
  def sets(world, hypothesis, arrangement, raised)
    found = Dielectra::Physics::DisjointSets.new
    hypothesis.base(arrangement).each_with_index { |root, point| found.join(point, root) }
    hypothesis
      .kinds(arrangement)
      .each_key do |device|
        hypothesis
          .closed(arrangement, device, raised[device])
          .each { |pair| found.join(*pair.map { |terminal| world.index["#{device}.#{terminal}"] }) }
      end
    found
  end

  {
    "tower_stair" => [%w[tower_door], %w[tower_door lamp_room]],
    "signal_gallery" => [[], %w[gallery_end]],
    "horn_shed" => [[]]
  }.each do |name, openings|
    openings.each do |places|
      it "says of #{name} with #{places.size} boxes open in all combinations what each says by itself" do
        session = opened(name, *(places & demo_job(name).boxes.map(&:id)))
        world = session.belief.world
        arrangement = world.same(session.situation.arrangement)
        some(session).each do |hypothesis|
          points = hypothesis.skeleton.links.flatten
          reach = hypothesis.reach(arrangement)
          by_state = world.combinations.to_h { |raised| [raised, sets(world, hypothesis, arrangement, raised)] }
          together = ->(one, other) do
            bits(world) { |raised| by_state[raised].find(one) == by_state[raised].find(other) }
          end
          expect([hypothesis.to_s, points.map { |point| reach.live(point) }]).to eq(
            [hypothesis.to_s, points.map { |point| together[point, world.sources.first] }]
          )
          expect(points.map { |point| reach.neutral(point) }).to eq(
            points.map { |point| together[point, world.returns.first] }
          )
          expect(points.first(6).combination(2).map { |pair| reach.together(*pair) }).to eq(
            points.first(6).combination(2).map { |pair| together[*pair] }
          )
        end
      end
    end
  end

  it "lights no lamp while line meets neutral" do
    world = opened("boathouse").belief.world
    one, other = world.lamps.values.first
    roots = (0..[one, other, world.sources.first, world.returns.first].max).to_a
    roots[one] = world.sources.first
    roots[other] = world.returns.first
    expect(described_class.new(world, roots, []).lit(world.lamps["L1"])).to eq(world.every)
    shorted = described_class.new(world, roots, [[world.sources.first, world.returns.first, world.raised("S1")]])
    expect([shorted.tripped, shorted.lit(world.lamps["L1"])]).to eq(
      [world.raised("S1"), world.every & ~world.raised("S1")]
    )
  end
end
