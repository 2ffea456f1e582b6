# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Bench do
  let(:situation) { opened("tower_stair", "tower_door").situation }
  let(:step) { Dielectra::Steps.of({ "do" => "bench", "device" => "S1", "position" => "up" }) }

  it "is not asked of a switch with wires under its screws" do
    expect { step.confine!(situation, "tower_door") }.to raise_error(ArgumentError, /still in the circuit/)
    loose =
      situation.after({ "do" => "arrange", "place" => "tower_door", "joints" => [], "answer" => { "ok" => true } }, 9)
    expect { step.confine!(loose, "tower_door") }.not_to raise_error
  end

  it "tells which screws are joined with the toggle so" do
    answered = Dielectra::Steps.of(step.fields.merge("answer" => { "closed" => [%w[common traveler_1]] }))
    seen = answered.sightings(situation).first
    expect([seen.what, seen.at, seen.reading, seen.thrown]).to eq(
      [:bench, %w[S1 up], [%w[common traveler_1]], { "S1" => true }]
    )
  end
end
