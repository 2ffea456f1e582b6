# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Breaker do
  let(:situation) { opened("tower_stair", "tower_door").situation }

  def step(position) = Dielectra::Steps.of({ "do" => "breaker", "device" => "B1", "to" => position })

  it "is done at the panel" do
    expect(step("on").place(situation)).to eq("panel")
  end

  it "takes every proof of death away when it goes on, and none when it goes off" do
    expect(step("on").changes(situation, 9)).to include(dead: {}, energized: ["B1"])
    expect(step("off").changes(situation, 9)).not_to have_key(:dead)
  end

  it "stirs whatever is intermittent when it goes on" do
    power = Dielectra::Evidence::Situation::POWER
    expect([step("on"), step("off")].map { |one| one.stirs(situation).include?(power) }).to eq([true, false])
  end
end
