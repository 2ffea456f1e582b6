# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Listing do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:world) { session.belief.world }
  let(:boxes) { Dielectra::Diagnosis::BoxStates.new(world, session.situation) }
  let(:skeletons) { Dielectra::Diagnosis::Skeleton.all(session.job, session.situation, world, most: 6) }

  def listing(wide: false) = described_class.new(world, boxes, wide:, guide: {}, nothing: 0.1)

  it "lists each combination once, and more where it looks wider" do
    rows = listing.of_all(skeletons)
    of = ->((assembly, faults, _)) { [assembly.skeleton, assembly.deviations.map(&:wrong), faults.map(&:wrong)] }
    expect(listing.common(skeletons).size).to be <= rows.size
    expect(listing(wide: true).of_all(skeletons).size).to be >= rows.size
    expect(rows.map(&of)).to all(satisfy { |_, boxes, faults| boxes.uniq == boxes && faults.size < 2 })
  end

  it "has closed boxes as designed and nothing hidden in a plain one" do
    plain = listing.plain(skeletons.first)
    closed = boxes.closed_places
    expect(plain.map(&:faults)).to all(be_empty)
    expect(plain.flat_map { |one| one.boxes.values_at(*closed).map(&:deviation) }.compact).to eq([])
  end

  it "takes several things wrong for rarer than each by itself would make them" do
    expect([listing.co_occurrence([], [:lamp_burnt]), listing.co_occurrence([:apart], [:lamp_burnt])]).to match(
      [1.0, be < 1.0]
    )
  end
end
