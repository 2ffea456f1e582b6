# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Kind do
  # The permit that issues a step, and what gets near conductors.
  [
    [{ "do" => "watch" }, :looking, :nothing],
    [{ "do" => "set", "device" => "S1", "to" => "up" }, :toggle, :nothing],
    [{ "do" => "wiggle", "device" => "S1" }, :toggle, :nothing],
    [{ "do" => "breaker", "device" => "B1", "to" => "off" }, :looking, :nothing],
    [{ "do" => "breaker", "device" => "B1", "to" => "on" }, :energize, :nothing],
    [{ "do" => "find_breaker", "point" => "a/1.black" }, :looking, :nothing],
    [{ "do" => "replace", "device" => "L1", "kind" => "lamp" }, :looking, :nothing],
    [{ "do" => "replace", "device" => "S1", "kind" => "three_way" }, :hands, :hands],
    [{ "do" => "open", "place" => "a" }, :cover, :nothing],
    [{ "do" => "prove_dead", "place" => "a" }, :cover, :live_tester],
    [{ "do" => "arrange", "place" => "a", "joints" => [] }, :hands, :hands],
    [{ "do" => "mark", "point" => "a/1.white", "tape" => "black" }, :hands, :hands],
    [{ "do" => "tab", "device" => "R1", "tab" => "hot_tab" }, :hands, :hands],
    [{ "do" => "bench", "device" => "S1", "position" => "up" }, :hands, :hands],
    [{ "do" => "probe", "tool" => "continuity", "at" => %w[a/1.black a/1.white] }, :hands, :dead_tester],
    [{ "do" => "probe", "tool" => "resistance", "at" => %w[a/1.black a/1.white] }, :hands, :dead_tester],
    [{ "do" => "probe", "tool" => "voltage", "at" => %w[a/1.black a/1.white] }, :live, :live_tester],
    [{ "do" => "probe", "tool" => "ncv", "at" => %w[a/1.black] }, :live, :live_tester]
  ].each do |fields, permit, touches|
    it "lets #{fields.values.first(3).join(" ")} be asked for by #{permit}, with #{touches} near conductors" do
      step = Dielectra::Steps.of(fields)
      expect([step.permit, step.touches]).to eq([permit, touches])
    end
  end

  it "takes a kind that says nothing of itself for hands in a box that was proved dead" do
    silent = Class.new(described_class).new({ "place" => "a" })
    expect([silent.permit, silent.touches, silent.question?, silent.sightings(nil)]).to eq([:hands, :hands, false, []])
    expect { silent.answer_from(nil) }.to raise_error(NotImplementedError)
  end

  it "demands every field of a kind in its schema, and knows no other" do
    Dielectra::Steps.kinds.each_value do |kind|
      expect(kind.schema["required"]).to eq(["do", *(kind::REQUIRED || kind::FIELDS.keys)])
      expect(kind.schema["additionalProperties"]).to be(false)
    end
  end

  it "keeps a step in the place of its permit" do
    situation = opened("tower_stair", "tower_door", "lamp_room").situation
    step = Dielectra::Steps.of({ "do" => "probe", "tool" => "continuity", "at" => %w[tower_door/1.black S2.common] })
    expect { step.confine!(situation, "tower_door") }.to raise_error(ArgumentError, /is not in tower_door/)
  end
end
