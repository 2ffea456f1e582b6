# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Marking do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:marking) { described_class.new(session.belief.world) }

  it "tapes a white that is hot, and neither a neutral nor a conductor of another color" do
    functions = { "tower_door/1.white" => "line", "tower_door/2.white" => "neutral", "tower_door/1.black" => "load" }
    expect(marking.tapes(functions, session.situation)).to eq("tower_door/1.white" => "black")
  end

  it "tapes nothing twice" do
    taped =
      session.situation.after(
        { "do" => "mark", "point" => "tower_door/1.white", "tape" => "black", "answer" => { "ok" => true } },
        9
      )
    expect(marking.tapes({ "tower_door/1.white" => "line" }, taped)).to eq({})
  end
end
