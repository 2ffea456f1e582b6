# frozen_string_literal: true

require_relative "../support/passage"

RSpec.describe Dielectra::Presentation::Tracing do
  include Passage

  let(:trip) do
    {
      "do" => "report",
      "positions" => {
        "S1" => "up"
      },
      "answer" => {
        "loads" => {
          "L1" => "off"
        },
        "breakers" => {
          "B1" => "tripped"
        },
        "after" => 0
      }
    }
  end
  # A nail through the run from the switch to the light
  let(:circuit) do
    passage_circuit(
      faults: [{ "kind" => "short", "between" => %w[hall/2.black hall/2.white], "ohms" => 0.1 }],
      switch: {
        "position" => "on"
      }
    )
  end

  def after_each_step(job)
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(circuit), job: Dielectra::Evidence::Job.read(job))
    session = Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(job))
    yield session
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      session.record(step.merge("answer" => house.answer(step).except("id")))
      yield session
    end
    session
  end

  it "says when it trips, which run is bad, and what the ohms stand for" do
    seen = []
    session =
      after_each_step(passage_job(steps: [trip])) do |one|
        seen << [described_class.new(one).to_h, described_class.new(one).run("hall", "ceiling")]
      end
    expect(seen.first.first).to include(
      "when" => "It trips at once, with the hall switch on",
      "resets" => [],
      "sum" => nil
    )
    expect(seen.filter_map { |_, run| run&.fetch("state") }.uniq).to include("suspect")
    expect(session.next.causes).to include(include("kind" => "short"))
    sums = seen.filter_map { |traced, _| traced["sum"] }
    expect(sums).to include(/A on 15 A: no appliance draws that/)
  end

  it "says nothing where nothing trips" do
    session = Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(passage_job))
    expect(described_class.new(session).to_h).to be_nil
    expect(described_class.new(session).run("hall", "ceiling")).to be_nil
  end
end
