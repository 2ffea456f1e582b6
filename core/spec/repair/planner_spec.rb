# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Planner do
  it "moves the two conductors that were exchanged, and nothing else" do
    session = opened("tower_stair", "tower_door", "lamp_room", "stair_head")
    expect(session.plan.changed.transform_values { |points| points.grep(%r{/}).sort }).to eq(
      "lamp_room" => %w[lamp_room/1.red lamp_room/2.black]
    )
  end

  # Every rearrangement of the box's conductors over the places they hold now, by brute force.
  it "finds no dearer change than the cheapest of all exchanges" do
    session = opened("tower_stair", "tower_door", "lamp_room", "stair_head")
    hypothesis = session.belief.hypotheses.first
    now = session.situation.joints("lamp_room")
    wires = now.flatten.grep(%r{/}).grep_v(/bare/)
    costs =
      wires.permutation.filter_map do |order|
        joints = now.map { |joint| joint.map { |point| wires.zip(order).to_h.fetch(point, point) } }
        arrangement = session.situation.arrangement.with_joints("lamp_room", from: now, to: joints)
        Dielectra::Evidence::Arrangement.changed(now, joints).size if session.soundness.sound?(hypothesis, arrangement)
      end
    expect(session.plan.changed["lamp_room"].size).to eq(costs.min)
  end

  it "plans a circuit that obeys in every combination" do
    session = opened("horn_shed", "shed_door", "engine_end", "shed_light")
    plan = session.plan
    expect(plan.replacements).to eq("S1" => "three_way")
    expect(session.soundness.sound?(session.belief.hypotheses.first, plan.carried_out(session.situation))).to be(true)
  end

  it "keeps every ground that was joined" do
    house = Dielectra::Practice::House.new(demo_circuit("tower_stair"))
    play(house, demo_job("tower_stair"))
    before = demo_circuit("tower_stair").joints.select { |joint| joint.points.any? { |point| point.end_with?("bare") } }
    expect(
      before.map { |joint| joint.points.sort } - house.circuit.joints.map { |joint| joint.points.sort }
    ).to be_empty
  end

  it "changes nothing where nothing is wrong" do
    session = opened("tower_stair", "tower_door")
    right =
      session.belief.hypotheses.find do |hypothesis|
        session.soundness.sound?(hypothesis, session.situation.arrangement)
      end
    expect(session.planner.plan(right, session.situation).joints).to be_empty
  end

  it "uses a spare where a conductor is broken" do
    runs = { "colors" => %w[black red white], "type" => "14/3" }
    circuit = demo_document("boathouse.circuit.json")
    loop_cable = circuit["cables"][1]
    loop_cable["type"] = runs["type"]
    loop_cable["conductors"] = [*runs["colors"], "bare"].map { |color| { "id" => color, "color" => color } }
    circuit["faults"] = [{ "kind" => "conductor_open", "cable" => loop_cable["ends"], "conductor" => "black" }]
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit))
    session = play(house, demo_job("boathouse"))
    expect(session.next.status).to eq("solved")
    expect(house.circuit.joints.flat_map(&:points)).to include("slip_door/1.red", "boathouse/2.red")
  end
end
