# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Open do
  let(:situation) { opened("tower_stair").situation }
  let(:found) { Dielectra::Practice::House.new(demo_circuit("tower_stair")).uncover("tower_door") }

  def check(found) =
    Dielectra::Steps.check!({ "do" => "open", "place" => "tower_door", "answer" => { "found" => found } }, situation)

  it "takes what an honest look gives" do
    expect { check(found) }.not_to raise_error
  end

  it "refuses a point in two joints, a point of another box, and a cable end of another box" do
    twice = found.merge("joints" => found["joints"] + [found["joints"].first])
    stray = found.merge("joints" => [{ "points" => %w[lamp_room/1.black] }])
    foreign = found.merge("cable_ends" => [found["cable_ends"].first.merge("id" => "lamp_room/1")], "joints" => [])
    [twice, stray, foreign].each { |one| expect { check(one) }.to raise_error(Dielectra::InvalidInput) }
  end

  it "keeps what was found, and stirs the box" do
    step = Dielectra::Steps.of({ "do" => "open", "place" => "tower_door", "answer" => { "found" => found } })
    expect(step.changes(situation, 2)[:opened]).to eq("tower_door" => found)
    expect(step.stirs(situation)).to include("tower_door")
  end
end
