# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Ahead do
  it "shrinks as the job goes on" do
    later = described_class.new(opened("tower_stair", "tower_door", "lamp_room", "stair_head")).to_h
    done =
      described_class.new(
        play(Dielectra::Practice::House.new(demo_circuit("tower_stair")), demo_job("tower_stair"))
      ).to_h
    expect([done["minutes"], done["legs"]]).to eq([0.0, []])
    expect(later["legs"].map { |leg| leg["title"] }).to eq(
      ["Rewire in lamp room", "Breaker on", "Watch every combination"]
    )
  end
end
