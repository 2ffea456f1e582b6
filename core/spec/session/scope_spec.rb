# frozen_string_literal: true

RSpec.describe Dielectra::Session::Scope do
  def job(**changes) =
    Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge(changes.transform_keys(&:to_s)))

  def refusal(**changes)
    Dielectra::Session::Troubleshooting.new(job(**changes))
    nil
  rescue Dielectra::InvalidInput => e
    e.message
  end

  let(:controls) { demo_document("tower_stair.job.json")["controls"] }
  let(:wanted) { demo_document("tower_stair.job.json")["wanted"] }

  it "covers the demo job" do
    expect(refusal).to be_nil
  end

  it "covers switches side by side that work a load each, on two circuits at most" do
    side_by_side = demo_document("watch_room.job.json")
    on = ->(*breakers) do
      Dielectra::Evidence::Job.read(side_by_side.merge("breakers" => breakers.map { |id| { "id" => id } }))
    end
    expect { described_class.check!(on.call("B1", "B2")) }.not_to raise_error
    expect { described_class.check!(on.call("B1", "B2", "B3")) }.to raise_error(
      Dielectra::InvalidInput,
      /more than two circuits/
    )
  end

  it "refuses a toggle on a yoke that works its load together with another switch" do
    expect(
      refusal(
        controls: [{ "id" => "S1.1", "place" => "tower_door" }, { "id" => "S2", "place" => "lamp_room" }],
        wanted: wanted.merge("control" => { "L1" => %w[S1.1 S2] })
      )
    ).to include("together with another switch")
  end

  it "refuses changes to the house" do
    expect(refusal(wanted: wanted.merge("kind" => "fit", "fit" => { "S1" => "dimmer" }))).to include("only restoring")
  end

  it "says so once a box turns out to hold what is not covered" do
    house = Dielectra::Practice::House.new(demo_circuit("tower_stair"))
    found = house.answer("do" => "open", "place" => "tower_door")["found"]
    found["devices"] << { "id" => "S9", "kind" => "single_pole" }
    session = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair"))
    off = { "do" => "breaker", "device" => "B1", "to" => "off" }
    session.record(off.merge("answer" => house.answer(off)))
    session.record("do" => "open", "place" => "tower_door", "answer" => { "found" => found })
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    expect(house.circuit.device("B1").position).to eq("on")
    expect([session.next.status, session.next.why, session.next.confidence]).to match(
      ["stopped", /holds 2 switches/, 1.0]
    )
  end
end
