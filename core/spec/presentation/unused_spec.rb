# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Unused do
  def rows(name, until_open:)
    job = demo_job(name)
    house = Dielectra::Practice::House.new(demo_circuit(name), job:)
    session = Dielectra::Session::Troubleshooting.for(job)
    until session.situation.proved_dead?(until_open)
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step)))
    end
    described_class.new(session).to_a
  end

  it "says what a conductor that nothing uses is likely to be, and never that it is dead unread" do
    red = rows("chart_room", until_open: "chart_room").find { |row| row["name"].start_with?("red") }
    expect(red["likely"].join).to include("fan")
    expect(red["state"] == "dead" || red["prove"]).to be_truthy
  end

  it "lists a switch that works nothing anybody knows" do
    document = demo_document("watch_room.job.json")
    document["wanted"]["control"] = document["wanted"]["control"].first(2).to_h
    session = Dielectra::Session::Troubleshooting.new(Dielectra::Evidence::Job.read(document))
    names = described_class.new(session).to_a.map { |row| row["name"] }
    expect(names.grep(/switch S\d/)).not_to be_empty
  end
end
