# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::OwnNames do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("tower_stair")) }

  def opened(devices, joints = [])
    found = { "cable_ends" => [], "devices" => devices, "joints" => joints.map { |points| { "points" => points } } }
    { "do" => "open", "place" => "lamp_room", "answer" => { "found" => found } }
  end

  it "gives a switch the name of its own box where it was drawn under that of another" do
    step = opened([{ "id" => "S1", "kind" => "three_way" }], [%w[S1.common lamp_room/1.red]])
    found = described_class.of(step, situation).dig("answer", "found")
    expect([found["devices"].first["id"], found["joints"].first["points"]]).to eq(["S2", %w[S2.common lamp_room/1.red]])
  end

  it "makes up a name where the box has no other" do
    step = opened([{ "id" => "S2", "kind" => "three_way" }, { "id" => "S1", "kind" => "single_pole" }])
    ids = described_class.of(step, situation).dig("answer", "found", "devices").map { |row| row["id"] }
    expect(ids).to eq(%w[S2 S1_lamp_room])
  end

  it "leaves every other step as it is" do
    steps = [opened([{ "id" => "S2", "kind" => "three_way" }]), { "do" => "watch" }]
    expect(steps.map { |step| described_class.of(step, situation).equal?(step) }).to eq([true, true])
  end
end
