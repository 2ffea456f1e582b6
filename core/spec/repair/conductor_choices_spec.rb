# frozen_string_literal: true

RSpec.describe Dielectra::Repair::ConductorChoices do
  it "tells a capped conductor from a spare and from one in use" do
    capped = "#{described_class::CAPPED}line"
    expect([capped, nil, "line"].map { |carried| described_class.function(carried) }).to eq([nil, nil, "line"])
  end

  it "uses no two conductors that touch each other" do
    session = opened("tower_stair", "tower_door", "lamp_room")
    skeleton = session.belief.hypotheses.first.skeleton
    run = skeleton.runs.find { |one| one.strands.size > 2 && !one.outer? }
    pair = run.strands.first(2).map { |strand| strand.points.first }
    free, barred =
      [[], [pair]].map { |useless| described_class.new.of_all(skeleton.layout, [run], useless).first.map(&:dup) }
    used = ->(way) { way.first(2).none?(&:nil?) && way.first(2).all? { |one| described_class.function(one) } }
    expect([free.any?(&used), barred.any?(&used)]).to eq([true, false])
  end
end
