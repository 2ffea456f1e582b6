# frozen_string_literal: true

# What is held of all that could be, before a box is open and after: few, but in the proportions of all.
RSpec.describe Dielectra::Diagnosis::Selection do
  def started(family, seed = 5)
    job = Dielectra::Practice::Scenario.new(Random.new(seed), family:).job
    Dielectra::Diagnosis::Space.new(Dielectra::Diagnosis::World.new(job), Dielectra::Evidence::Situation.start(job))
  end

  # Share of the prior by the first thing that is wrong.
  def shares(hypotheses)
    total = hypotheses.sum(&:prior)
    hypotheses.group_by { |one| one.deviations.first&.kind }.transform_values { |some| some.sum(&:prior) / total }
  end

  describe "before a box is open" do
    it "leaves none of the common causes out, however many switches there are" do
      common = %i[exchanged apart contact_stuck_open contact_stuck_closed joint_open lamp_burnt no_supply]
      %i[one two three four].each do |family|
        expect(shares(started(family).hypotheses).keys).to include(*common), "for #{family}"
      end
    end

    it "holds a burnt lamp for about as likely in any call, however many switches there are that could have failed" do
      lamps = %i[one two three four].map { |family| shares(started(family).hypotheses)[:lamp_burnt] }
      expect(lamps.minmax.reverse.reduce(:/)).to be < 1.6
    end
  end

  describe "once a box is open" do
    let(:session) { opened("tower_stair", "tower_door") }
    let(:world) { session.belief.world }
    let(:space) { Dielectra::Diagnosis::Space.new(world, session.situation) }
    let(:listed) do
      boxes = Dielectra::Diagnosis::BoxStates.new(world, session.situation)
      listing = Dielectra::Diagnosis::Listing.new(world, boxes, wide: false, guide: {}, nothing: 0.1)
      listing.of_all(Dielectra::Diagnosis::Skeleton.all(session.job, session.situation, world))
    end

    def account(skeleton) = skeleton.functions_at("tower_door")

    it "holds of everything that may be wrong each account of the open box that is not far-fetched" do
      held =
        space
          .hypotheses
          .group_by { |one| Dielectra::Diagnosis::Space.wrong(one.skeleton, one.deviations) }
          .transform_values { |some| some.map { |one| account(one.skeleton) } }
      listed
        .group_by do |assembly, faults, _|
          Dielectra::Diagnosis::Space.wrong(assembly.skeleton, assembly.deviations + faults)
        end
        .each do |wrong, rows|
          total = rows.sum(&:last)
          likely =
            rows
              .group_by { |assembly, *| account(assembly.skeleton) }
              .select { |_, some| some.sum(&:last) >= 0.05 * total }
              .keys
          expect(held.fetch(wrong, [])).to include(*likely)
        end
    end

    it "counts what is let go to what is held" do
      total = listed.sum(&:last)
      listed
        .group_by { |assembly, faults, _| (assembly.deviations + faults).first&.kind }
        .each do |kind, rows|
          next if rows.sum(&:last) < 0.02 * total

          expect(shares(space.hypotheses)[kind]).to be_within(0.02).of(rows.sum(&:last) / total)
        end
    end
  end
end
