# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Prefilled do
  it "starts the sums from the open boxes and the breaker of a job" do
    session = opened("tower_stair", "tower_door")
    known = described_class.new(session).to_h
    ends = session.situation.cable_ends("tower_door")
    expect(known["box_fill"]).to include("conductors" => ends.sum { |one| one.insulated.size }, "devices" => 1)
    expect(known["breaker"]).to eq("gauge" => "14", "amps" => 15)
    shown = Dielectra::Presentation::Calculators.to_a(known).find { |row| row["name"] == "box_fill" }
    expect(shown["fields"].find { |row| row["name"] == "conductors" }["value"]).to eq(known["box_fill"]["conductors"])
  end

  it "takes the lowest ohms that were read as a number" do
    session = opened("tower_stair", "tower_door")
    line = session.situation.cable_ends("tower_door").first.points.first(2)
    ohms = ->(answer) { { "do" => "probe", "tool" => "resistance", "at" => line, "answer" => answer } }
    session.record(ohms.call({ "ohms" => 0.5, "said" => "under 3 Ω" }))
    expect(described_class.new(session).to_h["amperes"].keys).to eq(["volts"])
    session.record(ohms.call({ "ohms" => 12.6 }))
    expect(described_class.new(session).to_h["amperes"]).to eq({ "volts" => 120, "ohms" => 12.6 })
  end

  it "leaves what a job does not know as it usually is" do
    session = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair"))
    expect(described_class.new(session).to_h["box_fill"]).to eq({})
  end
end
