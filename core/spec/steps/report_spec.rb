# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Report do
  it "tells of the light in some positions, takes no time and changes nothing" do
    situation = Dielectra::Evidence::Situation.start(demo_job("tower_stair"))
    fields = { "do" => "report", "positions" => { "S1" => "up" }, "answer" => { "loads" => { "L1" => "off" } } }
    step = Dielectra::Steps.of(fields)
    expect([step.minutes(situation, Dielectra::Evidence::Costs.new), step.changes(situation, 1)]).to eq([0.0, {}])
    expect(step.sightings(situation).map { |seen| [seen.reading, seen.positions] }).to eq([["off", { "S1" => "up" }]])
  end
end
