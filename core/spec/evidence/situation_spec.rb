# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Situation do
  subject(:start) { described_class.start(demo_job("boathouse")) }

  let(:house) { Dielectra::Practice::House.new(demo_circuit("boathouse")) }
  let(:off) { { "do" => "breaker", "device" => "B1", "to" => "off" } }
  let(:open) { { "do" => "open", "place" => "slip_door" } }

  # The situation after steps answered by the house.
  def after(*steps)
    steps
      .each_with_index
      .reduce(start) { |so_far, (step, index)| so_far.after(step.merge("answer" => house.answer(step)), index + 1) }
  end

  it "knows nothing of the power before anybody has looked" do
    expect([start.power, start.off?]).to eq([nil, false])
  end

  it "stands where the first control is, and walks from step to step" do
    expect(start.at).to eq("slip_door")
    expect(after(off).at).to eq("panel")
    expect(after(off, open).at).to eq("slip_door")
  end

  it "holds a place dead from its proof until a breaker goes on" do
    proved = after(off, open, { "do" => "prove_dead", "place" => "slip_door" })
    expect([proved.proved_dead?("slip_door"), proved.dead["slip_door"]]).to eq([true, 3])
    on = proved.after({ "do" => "breaker", "device" => "B1", "to" => "on", "answer" => { "ok" => true } }, 4)
    expect(on.proved_dead?("slip_door")).to be(false)
  end

  it "does not hold a place dead because the breaker tripped" do
    tripped =
      start.after(
        { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "tripped" } } },
        1
      )
    expect([tripped.power, tripped.off?]).to eq(["off", false])
  end

  it "remembers how a breaker was found" do
    found =
      start.after({ "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "off" } } }, 1)
    expect([found.found_off?, after(off).found_off?]).to eq([true, false])
  end

  it "keeps what was found beside what is joined now" do
    arranged =
      after(off, open, { "do" => "arrange", "place" => "slip_door", "joints" => [%w[S1.terminal_1 slip_door/1.black]] })
    expect(arranged.joints("slip_door")).to eq([%w[S1.terminal_1 slip_door/1.black]])
    expect(arranged.found_joints("slip_door").size).to eq(3)
    back =
      arranged.after(
        { "do" => "arrange", "place" => "slip_door", "joints" => "as_found", "answer" => { "ok" => true } },
        4
      )
    expect(back.joints("slip_door").map(&:sort).sort).to eq(back.found_joints("slip_door").map(&:sort).sort)
  end

  it "has bare ends after a device of another kind went in, until the box is joined anew" do
    replaced = after(off, open, { "do" => "replace", "device" => "S1", "kind" => "three_way" })
    expect([replaced.bare, replaced.kind_of("S1"), replaced.positions["S1"]]).to eq(
      [["slip_door"], "three_way", "down"]
    )
    arranged =
      replaced.after({ "do" => "arrange", "place" => "slip_door", "joints" => [], "answer" => { "ok" => true } }, 4)
    expect(arranged.bare).to be_empty
  end

  it "remembers what could not be done, and what was not sure here and now" do
    step = { "do" => "set", "device" => "S1", "to" => "up" }
    expect(start.after(step.merge("answer" => { "cannot" => "painted over" }), 1).declined?(step)).to be(true)
    unsure = start.after({ "do" => "watch", "answer" => { "unsure" => true } }, 1)
    expect(unsure.declined?({ "do" => "watch" })).to be(true)
    moved = unsure.after(step.merge("answer" => { "ok" => true }), 2)
    expect(moved.declined?({ "do" => "watch" })).to be(false)
  end

  it "does not know any more whether a box is live once a breaker has gone off, and has it tested again" do
    live = { "do" => "prove_dead", "place" => "slip_door", "answer" => { "live" => ["slip_door/1.black"] } }
    another = { "do" => "breaker", "device" => "B2", "to" => "off", "answer" => { "ok" => true } }
    told = after(off, open).after(live, 3)
    later = told.after(another, 4)
    expect([told.live.keys, told.proved, later.live, later.proved, later.proved_dead?("slip_door")]).to eq(
      [%w[slip_door], %w[slip_door], {}, [], false]
    )
  end
end
