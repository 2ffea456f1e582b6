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

  it "leaves a neutral as it is while its splice is apart for a test" do
    whites = session.findings.roles.select { |_, roles| roles.max_by(&:last)&.first == "neutral" }.keys
    place = session.situation.place_of_point(whites.first)
    apart = session.situation.joints(place).map { |joint| joint - whites }.select { |joint| joint.size > 1 }
    step = { "do" => "arrange", "place" => place, "joints" => apart, "answer" => { "ok" => true } }
    dead = { "do" => "prove_dead", "place" => place, "answer" => { "live" => [] } }
    parted = [dead, step].each_with_index.reduce(session.situation) { |now, (one, at)| now.after(one, 20 + at) }
    functions = marking.functions_now(session.belief.hypotheses.first, parted, whole: false)
    expect(functions.values_at(*whites).uniq).to eq(["neutral"])
    expect(marking.tapes(functions, parted).keys & whites).to eq([])
  end
end
