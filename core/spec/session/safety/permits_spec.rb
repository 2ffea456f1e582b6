# frozen_string_literal: true

RSpec.describe Dielectra::Session::Permits do
  def permits(session) =
    described_class.new(session.situation, session.belief, session.soundness, session.pre_energization_test)

  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }
  let(:open_box) { opened("tower_stair", "tower_door") }

  it "has no way to make a step but through a permit" do
    expect { Dielectra::Session::Step.new({ "do" => "open" }) }.to raise_error(NoMethodError)
    expect { Dielectra::Session::Step.issue(Object.new, { "do" => "open" }) }.to raise_error(ArgumentError)
  end

  it "lets nobody open a box while a breaker is not known to be off" do
    expect(permits(fresh).cover).to be_nil
  end

  it "lets hands into a box that is open, off and proved dead, and into no other" do
    expect(permits(open_box).hands("tower_door")).to be_a(described_class::Hands)
    expect(permits(open_box).hands("lamp_room")).to be_nil
  end

  it "takes the hands out once the breaker has been on" do
    %w[on off].each do |to|
      open_box.record("do" => "breaker", "device" => "B1", "to" => to, "answer" => { "ok" => true })
    end
    expect(permits(open_box).hands("tower_door")).to be_nil
  end

  it "takes the hands out when something in the box is still live" do
    open_box.record("do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => ["tower_door/1.black"] })
    expect(permits(open_box).hands("tower_door")).to be_nil
    expect(open_box.actions.map { |action| action.step.to_h }).not_to include(
      a_hash_including("do" => "arrange", "place" => "tower_door")
    )
  end

  it "has no live probe while the power is off, and no ohms while it is on" do
    expect(permits(open_box).live("tower_door")).to be_nil
    expect {
      permits(open_box).hands("tower_door").step(:probe, tool: "voltage", at: %w[tower_door/1.black tower_door/1.white])
    }.to raise_error(ArgumentError)
    open_box.record("do" => "breaker", "device" => "B1", "to" => "on", "answer" => { "ok" => true })
    expect {
      permits(open_box).live("tower_door").step(:probe, tool: "continuity", at: %w[S1.common S1.traveler_1])
    }.to raise_error(ArgumentError)
  end

  it "keeps hands to their own box" do
    expect { permits(open_box).hands("tower_door").step(:replace, device: "S2", kind: "three_way") }.to raise_error(
      ArgumentError
    )
  end

  it "does not energize over a bare end" do
    open_box.record("do" => "replace", "device" => "S1", "kind" => "single_pole", "answer" => { "ok" => true })
    expect(permits(open_box).energize).to be_nil
  end

  it "does not energize with line on the neutral" do
    joints = [%w[tower_door/1.black tower_door/1.white]]
    open_box.record("do" => "arrange", "place" => "tower_door", "joints" => joints, "answer" => { "ok" => true })
    expect(permits(open_box).energize).to be_nil
  end

  it "does not energize with line on an enclosure" do
    joints = [%w[tower_door/1.black tower_door/1.bare tower_door.box]]
    open_box.record("do" => "arrange", "place" => "tower_door", "joints" => joints, "answer" => { "ok" => true })
    expect(permits(open_box).energize).to be_nil
  end
end
