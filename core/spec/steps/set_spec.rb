# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Set do
  it "throws one toggle and stirs its contact" do
    situation = Dielectra::Evidence::Situation.start(demo_job("tower_stair"))
    step = Dielectra::Steps.of({ "do" => "set", "device" => "S2", "to" => "down" })
    expect(step.changes(situation, 1)).to eq(positions: situation.positions.merge("S2" => "down"))
    expect([step.stirs(situation), step.place(situation)]).to eq([["S2"], "lamp_room"])
  end
end
