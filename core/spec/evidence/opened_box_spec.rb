# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::OpenedBox do
  let(:situation) { opened("tower_stair", "tower_door").situation }
  let(:box) { situation.box("tower_door") }

  it "keeps what was found beside what is joined now" do
    apart =
      situation.after({ "do" => "arrange", "place" => "tower_door", "joints" => [], "answer" => { "ok" => true } }, 9)
    expect([apart.box("tower_door").joints, apart.box("tower_door").found_joints]).to eq([[], box.found_joints])
  end

  it "has to make up again what is loose, and what has a hurt conductor in it" do
    joint = box.found["joints"].find { |row| row["points"].include?("S1.common") }
    hurt = ->(what) { box.found.merge("remarks" => [{ "point" => joint["points"].first, "what" => what }]) }
    damaged = ->(found) { described_class.new(situation, "tower_door", found).damaged }
    expect(damaged[hurt["pinched"]]).to eq(damaged[box.found] + [joint["points"]])
    expect(damaged[hurt["cloth"]]).to eq(damaged[box.found])
  end

  it "has every conductor and terminal once" do
    expect(box.points).to eq(box.points.uniq)
    expect(box.points).to include("S1.common", *box.conductors, *box.grounds)
  end

  it "leaves out the cable ends that another circuit keeps live" do
    foreign = box.cable_ends.last
    point = foreign.points.first
    live =
      [
        { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => [point] } },
        { "do" => "find_breaker", "point" => point, "answer" => { "device" => "B9" } }
      ].reduce(situation) { |so_far, step| so_far.after(step, 9) }
    expect(live.box("tower_door").own_cable_ends.map(&:id)).to eq(box.cable_ends.map(&:id) - [foreign.id])
  end

  it "knows the screws that had a wire under them" do
    expect(box.used_screws("S1")).to match_array(%w[common traveler_1 traveler_2])
  end
end
