# frozen_string_literal: true

RSpec.describe Dielectra::Session::BenchTest do
  # The tower stair with a second switch whose screws say nothing.
  def house(*faults, seen_as: { "common" => "t3", "traveler_1" => "t1", "traveler_2" => "t2" })
    document = demo_document("tower_stair.circuit.json")
    document["faults"] = [{ "kind" => "marks_wrong", "device" => "S2", "seen_as" => seen_as }, *faults]
    yield document if block_given?
    Dielectra::Practice::House.new(Dielectra::Circuit.read(document))
  end

  # The session as it comes to try the second switch.
  def before_bench
    told = house
    session = opened("tower_stair", "lamp_room", house: told)
    until session.next.do == "bench"
      step = session.next.to_h
      session.record(step.merge("answer" => told.answer(step).except("id")))
    end
    session
  end

  def kinds(session) = session.next.causes.map { |cause| cause["kind"] }

  def steps(session, doing) = session.steps.select { |step| step["do"] == doing }

  it "tells a switch without marks by what it does, and keeps it" do
    session = play(house, demo_job("tower_stair"))
    expect([session.next.status, kinds(session)]).to eq(["solved", ["miswired"]])
    expect(steps(session, "bench").map { |step| step["position"] }).to match_array(%w[up down])
    expect(steps(session, "replace")).to be_empty
  end

  it "says of one that was only taken out to be tried that nothing is wrong with it" do
    # The two that are exchanged in the second box are right, and a joint in the first is open.
    session =
      play(
        house({ "kind" => "joint_open", "point" => "tower_door/2.red" }) { |document| put_right(document) },
        demo_job("tower_stair")
      )
    expect([session.next.status, kinds(session)]).to eq(["solved", ["joint_open"]])
  end

  def put_right(document)
    swap = { "lamp_room/1.red" => "lamp_room/2.black", "lamp_room/2.black" => "lamp_room/1.red" }
    document["joints"].each { |joint| joint["points"].map! { |point| swap.fetch(point, point) } }
  end

  it "replaces one with a contact that never closes" do
    failed =
      house({ "kind" => "contact_stuck_open", "device" => "S2", "contact" => %w[common traveler_2] }) do |document|
        put_right(document)
      end
    session = play(failed, demo_job("tower_stair"))
    expect([session.next.status, kinds(session), steps(session, "replace").map { |step| step["kind"] }]).to eq(
      ["solved", ["device_failed"], ["three_way"]]
    )
  end

  it "tries both positions once more where what was read does not fit the conductors on it" do
    told = house
    session = opened("tower_stair", "lamp_room", house: told)
    answers = { "up" => [[]], "down" => [[]] }
    6.times do
      step = session.next.to_h
      answer =
        (
          if step["do"] == "bench" && answers[step["position"]].any?
            { "closed" => answers[step["position"]].shift }
          else
            told.answer(step).except("id")
          end
        )
      session.record(step.merge("answer" => answer))
    end
    expect(steps(session, "bench").map { |step| step["position"] }.tally).to eq("up" => 2, "down" => 2)
    expect(session.situation.recognized("S2")).to eq("three_way@t3,t1,t2")
  end

  it "puts a new one in where the old one cannot be tried" do
    session = before_bench
    session.record(session.next.to_h.merge("answer" => { "cannot" => "no tester for it" }))
    expect(session.next.to_h).to eq("do" => "replace", "device" => "S2", "kind" => "three_way")
  end

  it "is left where it cannot be taken out" do
    told = house
    session = opened("tower_stair", "lamp_room", house: told)
    session.record(session.next.to_h.merge("answer" => { "cannot" => "the screws are seized" }))
    expect(described_class.new(session).step).to be_nil
  end

  it "is told of in words, and offers what may beep" do
    session = before_bench
    advice = Dielectra::Presentation::Advice.next(session).to_h
    expect(advice).to include("title" => /Bench-test the lamp room switch/, "purpose" => /screws are unmarked/)
    expect(advice["choices"].map { |choice| choice["label"] }).to eq(
      ["T1–T2 beeps", "T1–T3 beeps", "T2–T3 beeps", "Nothing beeps"]
    )
  end

  it "shows in the drawing what the switch has turned out to be" do
    session = play(house, demo_job("tower_stair"))
    device =
      Dielectra::Presentation::Boxes.new(session).to_a.find { |box| box["place"] == "lamp_room" }["devices"].first
    expect([device["term"], device["screws"].map { |screw| screw["label"] }]).to eq(
      ["three-way switch", ["T1 T1", "T2 T2", "G", "T3 COM", "T4"]]
    )
  end
end
