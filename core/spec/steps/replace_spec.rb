# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Replace do
  let(:situation) { opened("tower_stair", "tower_door").situation }

  def step(device, kind) = Dielectra::Steps.of({ "do" => "replace", "device" => device, "kind" => kind })

  it "puts the conductors on the same screws of the new device" do
    after = step("S1", "three_way").changes(situation, 9)
    expect(after[:arrangement].joints["tower_door"].map(&:sort).sort).to eq(
      situation.joints("tower_door").select { |joint| joint.size > 1 }.map(&:sort).sort
    )
    expect([after[:fitted], after[:bare]]).to eq([{ "S1" => 1 }, []])
  end

  it "leaves bare what has no screw on a device of another kind" do
    expect(step("S1", "single_pole").changes(situation, 9)[:bare]).to eq(%w[tower_door])
  end

  it "changes a bulb without a hand in the box" do
    bulb = step("L1", "lamp")
    expect([bulb.permit, bulb.changes(situation, 9)[:arrangement].lamps]).to eq([:looking, %w[L1]])
  end
end
