# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Arrange do
  let(:situation) { opened("tower_stair", "tower_door").situation }

  def step(joints) = Dielectra::Steps.of({ "do" => "arrange", "place" => "tower_door", "joints" => joints })

  it "costs what changes: nothing as it is, every joint where all comes apart" do
    costs = Dielectra::Evidence::Costs.new
    expect(step("as_found").minutes(situation, costs)).to eq(0.0)
    joined = situation.joints("tower_door").select { |joint| joint.size > 1 }.flatten.size
    expect(step([]).minutes(situation, costs)).to be_within(1e-9).of(joined * costs["arrange_point"])
  end

  it "joins the box as listed, and stirs it" do
    after = step([%w[S1.common tower_door/1.black]]).changes(situation, 9)
    expect(after[:arrangement].joints["tower_door"]).to eq([%w[S1.common tower_door/1.black]])
    expect(step([]).stirs(situation)).to include("tower_door")
  end

  it "names no point of another box" do
    stray = step([%w[S1.common lamp_room/1.black]])
    expect { stray.confine!(situation, "tower_door") }.to raise_error(ArgumentError, %r{lamp_room/1.black})
  end
end
