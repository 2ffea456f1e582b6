# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::CableAssignments do
  # The demo's box with four switches in it, as it was found
  let(:job) { demo_job("watch_room") }
  let(:house) { Dielectra::Practice::House.new(demo_circuit("watch_room"), job:) }
  let(:situation) do
    place = job.controls.first.place
    step = { "do" => "open", "place" => place }
    Dielectra::Evidence::Situation.start(job).after(step.merge("answer" => house.answer(step).except("id")), 1)
  end
  let(:world) { Dielectra::Diagnosis::World.new(job) }
  let(:boxes) { Dielectra::Diagnosis::BoxReadings.new(job, situation, world) }
  let(:layouts) { Dielectra::Diagnosis::CandidateLayouts.new(job, situation, boxes, wide: false).to_a }
  let(:assignments) { -> { described_class.new(boxes, layouts).to_a } }

  it "has the heaviest among the few that are looked at where there are too many" do
    all = assignments.call
    stub_const("#{described_class}::MOST", 10)
    some = assignments.call
    expect(all.size).to be > 10
    expect(some.size).to be <= 11
    best = all.map(&:bound).max
    expect(some.map(&:bound).max).to be_within(best * 1e-9).of(best)
  end

  it "looks at more than the first layouts" do
    stub_const("#{described_class}::MOST", 10)
    expect(assignments.call.map { |one| one.layout.object_id }.uniq.size).to be > 5
  end
end
