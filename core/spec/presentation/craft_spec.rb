# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Craft do
  it "says how what is new is done: no push-in hole again, one conductor a screw, tails, connectors, tape" do
    job = demo_job("chart_room")
    house = Dielectra::Practice::House.new(demo_circuit("chart_room"), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    until (step = session.next.to_h)["do"] == "arrange" && step["place"] == "chart_room"
      session.record(step.merge("answer" => house.answer(step)))
    end
    lines = described_class.new(session.situation, "chart_room", step["joints"]).lines.join(" ")
    expect(lines).to include("push-in holes", "one conductor a screw", "Connectors:", "Tape or sleeve white of cable 3")
    expect(lines).to end_with("Tape or sleeve white of cable 3.")
  end

  it "asks for nothing where nothing changes" do
    house = Dielectra::Practice::House.new(demo_circuit("chart_room"))
    situation = Dielectra::Evidence::Situation.start(demo_job("chart_room").before)
    opened =
      situation.after(
        { "do" => "open", "place" => "chart_room", "answer" => { "found" => house.uncover("chart_room") } },
        1
      )
    expect(described_class.new(opened, "chart_room", opened.joints("chart_room")).lines).to be_empty
  end
end
