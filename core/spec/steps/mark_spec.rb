# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Mark do
  it "keeps the tape on the conductor" do
    situation = opened("tower_stair", "tower_door").situation
    step = Dielectra::Steps.of({ "do" => "mark", "point" => "tower_door/1.white", "tape" => "black" })
    expect(step.changes(situation, 9)).to eq(tapes: { "tower_door/1.white" => "black" })
    expect(step.place(situation)).to eq("tower_door")
  end
end
