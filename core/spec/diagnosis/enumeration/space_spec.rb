# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Space do
  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "holds rightness, miswires and hidden faults before anything is open" do
    kinds = fresh.belief.hypotheses.flat_map { |item| item.deviations.map(&:kind) }.uniq
    expect(kinds).to include(
      :exchanged,
      :apart,
      :wrong_device,
      :contact_stuck_open,
      :joint_open,
      :lamp_burnt,
      :no_supply
    )
  end

  it "lists a chain once, however its travelers lie and its toggles throw" do
    right = fresh.belief.hypotheses.select { |item| item.deviations.empty? }
    expect(right.map { |item| [item.skeleton.layout.orders, item.skeleton.layout.scheme.name] }.uniq.size).to be >=
      right.size - 1
  end

  it "finds two boxes taken apart likelier than chance would have it" do
    weight =
      lambda do |places|
        fresh
          .belief
          .hypotheses
          .select do |item|
            item.deviations.map { |one| [one.kind, one.place] } == places.map { |place| [:apart, place] }
          end
          .sum(&:prior)
      end
    one = weight[%w[tower_door]]
    both = weight[%w[tower_door lamp_room]]
    expect(both / one).to be > Dielectra::Trade.priors.dig("deviation", "apart") * 3
  end

  it "takes an opened box as it was found" do
    session = opened("tower_stair", "lamp_room")
    found = session.situation.found_joints("lamp_room")
    expect(session.belief.hypotheses.map { |item| item.boxes["lamp_room"].joints }.uniq).to eq([found])
  end

  it "does not call the ground a suspect" do
    faults =
      fresh
        .belief
        .hypotheses
        .flat_map(&:faults)
        .reject { |fault| Dielectra::Diagnosis::Deviation::SHORTS.include?(fault.kind) }
        .flat_map { |fault| fault.points || [] }
    expect(faults.grep(/bare|ground/)).to be_empty
  end

  it "grows a hypothesis by one thing more that is wrong" do
    session = opened("boathouse", "slip_door")
    space = described_class.new(session.belief.world, session.situation, wide: true)
    single = session.belief.hypotheses.find { |item| item.faults.size == 1 && item.assembly.deviations.empty? }
    grown = space.extended(single)
    expect(grown.map { |item| item.deviations.size }.uniq).to eq([2])
    expect(grown.map(&:prior).max).to be < single.prior
  end

  # Prior of all that say that the same is wrong and follow the scheme of now.
  def by_wrong(space)
    today =
      space.hypotheses.select { |one| !one.plain && one.skeleton.layout.scheme == Dielectra::Design::Scheme::PRESENT }
    today
      .group_by { |one| described_class.wrong(one.skeleton, one.deviations) }
      .transform_values { |alike| alike.sum(&:prior) }
  end

  it "counts what it lets go to what it holds of the same kind" do
    session = opened("tower_stair", "tower_door")
    space = described_class.new(session.belief.world, session.situation)
    stub_const("Dielectra::Diagnosis::Selection::MOST", 100_000)
    all = by_wrong(space)
    stub_const("Dielectra::Diagnosis::Selection::MOST", 50)
    expect(by_wrong(space)).to match(all.transform_values { |prior| be_within(prior * 1e-6).of(prior) })
  end

  it "holds more of what has become likelier" do
    session = opened("tower_stair", "tower_door")
    stub_const("Dielectra::Diagnosis::Selection::MOST", 50)
    kind = [[:joint_open, "lamp_room"]]
    held = ->(guide) do
      described_class
        .new(session.belief.world, session.situation, guide:)
        .hypotheses
        .count { |one| described_class.wrong(one.skeleton, one.deviations) == kind }
    end
    expect(held[{ kind => 1000.0, :others => 1.0 }]).to be > held[{}]
  end
end
