# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Power do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  it "says of every box where it stands" do
    states = described_class.new(session.situation).to_h["boxes"].to_h { |box| [box["place"], box["state"]] }
    expect(states).to eq("tower_door" => "dead", "lamp_room" => "dead", "stair_head" => "unproved")
  end

  it "names the step of the proof" do
    expect(described_class.new(session.situation).to_h["boxes"].first["sentence"]).to eq("Proved dead in step 3.")
  end

  { "on" => "powered", "tripped" => "unproved" }.each do |breaker, state|
    it "takes a box for #{state} with the breaker #{breaker}" do
      seen =
        session.situation.after(
          { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => breaker } } },
          9
        )
      power = described_class.new(seen).to_h
      expect([power["state"], power["boxes"].first["state"]]).to eq([breaker, state])
    end
  end
end
