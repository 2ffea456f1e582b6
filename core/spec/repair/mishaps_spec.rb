# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Mishaps do
  let(:session) { opened("watch_room") }
  let(:hypothesis) { session.belief.hypotheses.find { |one| one.faults.empty? && one.deviations.empty? } }

  def mishaps(arrangement)
    described_class.new(hypothesis, arrangement, session.soundness, session.belief.prediction, session.job)
  end

  it "takes out each control and each load once" do
    devices = (session.job.goal.controls + session.job.goal.loads).map(&:device).uniq
    expect(mishaps(Dielectra::Evidence::Arrangement.as_found).to_a.map(&:device)).to eq(devices)
  end

  it "is not safe where line and neutral are joined without a load" do
    supplied =
      hypothesis.boxes.keys.find { |name| (%w[line neutral] - hypothesis.skeleton.functions_at(name).values).empty? }
    box = hypothesis.boxes.fetch(supplied)
    functions = hypothesis.skeleton.functions_at(supplied)
    shorted = functions.select { |_, function| %w[line neutral].include?(function) }.keys
    joined = box.joints.reject { |joint| joint.intersect?(shorted) } + [shorted]
    arrangement = Dielectra::Evidence::Arrangement.as_found.with_joints(supplied, from: box.joints, to: joined)
    expect(mishaps(arrangement).safe?).to be false
  end
end
