# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Set do
  it "throws one toggle and stirs its contact" do
    situation = Dielectra::Evidence::Situation.start(demo_job("tower_stair"))
    step = Dielectra::Steps.of({ "do" => "set", "device" => "S2", "to" => "down" })
    expect(step.changes(situation, 1)).to eq(positions: situation.positions.merge("S2" => "down"))
    expect([step.stirs(situation), step.place(situation)]).to eq([["S2"], "lamp_room"])
  end

  it "has to say which of two toggles on a yoke" do
    document = demo_document("watch_room.job.json")
    document["controls"] = %w[S1 S2.1 S2.2].map { |id| { "id" => id, "place" => "watch_room" } }
    document["wanted"]["control"] = { "L1" => ["S1"], "F1.fan" => ["S2.1"], "F1.light" => ["S2.2"] }
    session = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(document))
    throw = { "do" => "set", "to" => "up", "answer" => { "ok" => true } }
    expect { session.record(throw.merge("device" => "S2")) }.to raise_error(Dielectra::InvalidInput, /say which/)
    session.record(throw.merge("device" => "S2.2"))
    expect(session.situation.positions["S2.2"]).to eq("up")
    acts = Dielectra::Presentation::Acts.new(session).to_a.flat_map { |place| place["acts"] }
    expect(acts.filter_map { |act| act["step"]["device"] if act["step"]["do"] == "set" }.uniq).to eq(%w[S1 S2.1 S2.2])
  end
end
