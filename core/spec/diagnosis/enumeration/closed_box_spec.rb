# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::ClosedBox do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:skeleton) { session.belief.hypotheses.first.skeleton }

  def box(place) = described_class.of(skeleton, place, session.belief.world)

  it "holds travelers one way round: the other way is the toggle thrown the other way" do
    expect([box("lamp_room").right.size, box("lamp_room").right.sum(&:weight)]).to match([1, a_value > 0.9])
  end

  it "has no ground where its cables turn out to have none" do
    bare = demo_document("tower_stair.job.json")
    found =
      Dielectra::Practice::House
        .new(demo_circuit("tower_stair"))
        .then { |house| house.answer("do" => "open", "place" => "tower_door")["found"] }
    found["cable_ends"].each { |cable_end| cable_end["conductors"].reject! { |wire| wire["color"] == "bare" } }
    found["joints"].each { |joint| joint["points"].reject! { |point| point.end_with?(".bare", ".ground", ".box") } }
    found["joints"].select! { |joint| joint["points"].size > 1 }
    session = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(bare))
    session.record("do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true })
    session.record("do" => "open", "place" => "tower_door", "answer" => { "found" => found })
    closed =
      session
        .belief
        .hypotheses
        .flat_map { |item| item.boxes.values_at("lamp_room", "stair_head").flat_map(&:joints) }
        .flatten
    expect(closed.grep(/~tower_door.bare/)).to eq([])
  end

  it "exchanges nothing for its like" do
    functions = skeleton.functions_at("lamp_room")
    exchanged = box("lamp_room").deviating.select { |way| way.deviation.kind == :exchanged }
    pairs = exchanged.map { |way| way.deviation.points.map { |point| functions[point] } }
    expect(pairs).not_to include(%w[neutral neutral])
    expect(pairs.count { |pair| pair.all? { |function| function&.start_with?("traveler") } }).to eq(0)
  end

  it "puts a single-pole on every pair of the conductors that are there" do
    wrong = box("lamp_room").deviating.select { |way| way.deviation.kind == :wrong_device }
    single = wrong.select { |way| way.devices["S2"] == "single_pole" }
    expect(wrong.map { |way| way.devices["S2"] }.uniq).to eq(%w[single_pole four_way])
    expect(
      single.map { |way| way.joints.count { |joint| joint.any? { |point| point.start_with?("S2.terminal") } } }.uniq
    ).to eq([2])
  end

  it "has no switch in the light's box to be wrong, and hands in it less often" do
    light = box("stair_head")
    expect(light.deviating.map { |way| way.deviation.kind }).not_to include(:wrong_device)
    expect(light.apart.weight).to be < box("lamp_room").apart.weight
  end

  it "takes a toggle marked on and off for a single-pole" do
    share =
      lambda do |marked|
        document = demo_document("tower_stair.job.json")
        document["controls"][1]["on_off_marked"] = marked
        belief = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(document)).belief
        belief.probability { |item| item.boxes["lamp_room"].devices["S2"] == "single_pole" }
      end
    expect(share[true]).to be > (5 * share[false])
  end
end
