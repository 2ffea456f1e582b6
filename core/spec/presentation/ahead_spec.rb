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

  describe "of a change" do
    let(:session) { Dielectra::Session::Change.new(demo_job("chart_room")) }
    let(:house) { Dielectra::Practice::House.new(demo_circuit("chart_room"), job: demo_job("chart_room")) }

    before { take(session.next.to_h) until session.next.do == "box" }

    def take(step) = session.record(step.merge("answer" => house.answer(step)))

    it "takes as long as the ways to make it, and names the work in order" do
      ahead = described_class.of(session).to_h
      way = Dielectra::Presentation::ChangeChoices.new(session).to_h["ways"].first
      expect(ahead["minutes"]).to be_within(1).of(way["minutes"])
      titles = ahead["legs"].map { |leg| leg["title"] }
      expect(titles & way["work"]).to eq(way["work"])
      expect(titles.index(way["work"].last)).to be < titles.index { |title| title.start_with?("Rewire") }
      expect(ahead["legs"].last["detail"]).to eq("4 to watch")
    end
  end
end
