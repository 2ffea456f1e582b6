# frozen_string_literal: true

require_relative "../support/stair_steps"

RSpec.describe Dielectra::Evidence::Workings do
  include StairSteps

  let(:job) { demo_job("tower_stair") }
  let(:known) { [set("S1", "up"), set("S2", "up")] }

  def after(*steps) = situation_after(*steps).workings

  it "has a toggle that changed the light work it" do
    expect(after(*known, look("on"), set("S1", "down"), look("off")).seen).to eq("S1" => "L1")
  end

  it "counts a throw that changed nothing, and says nothing of two toggles at once" do
    none = after(*known, look("on"), set("S1", "down"), look("on"))
    expect([none.seen, none.tried]).to eq([{}, { "S1" => 1 }])
    both = after(*known, look("on"), set("S1", "down"), set("S2", "down"), look("off"))
    expect([both.seen, both.tried]).to eq([{}, {}])
  end

  it "forgets the last look once the breaker was switched or a box was opened" do
    off = { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }
    on = off.merge("to" => "on")
    expect(after(*known, look("on"), off, on, set("S1", "down"), look("off")).seen).to be_empty
    open = { "do" => "open", "place" => "tower_door" }
    opened = open.merge("answer" => Dielectra::Practice::House.new(demo_circuit("tower_stair")).answer(open))
    expect(after(*known, look("on"), opened, set("S1", "down"), look("off")).seen).to be_empty
  end

  it "knows whether the toggles stand as at the last look" do
    seen = after(*known, look("on"))
    expect([seen.watched?({ "S1" => "up", "S2" => "up" }), seen.watched?({ "S1" => "up", "S2" => "down" })]).to eq(
      [true, false]
    )
  end
end
