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

  it "refuses several groups of controls, and cuts nothing off" do
    document = demo_document("tower_stair.job.json")
    loads = document["loads"] + [{ "id" => "L2", "place" => "tower_door", "kind" => "luminaire" }]
    expect(
      refusal(loads:, wanted: { "kind" => "restore", "control" => { "L1" => ["S1"], "L2" => ["S2"] } })
    ).to include("different switches")
  end

  it "refuses switches side by side, those that nobody complains of included" do
    expect(refusal(controls: controls + [{ "id" => "S9", "place" => "tower_door" }])).to include("side by side")
  end

  it "refuses two switches on one yoke" do
    expect(
      refusal(
        controls: [{ "id" => "S1.1", "place" => "tower_door" }, { "id" => "S2", "place" => "lamp_room" }],
        wanted: wanted.merge("control" => { "L1" => %w[S1.1 S2] })
      )
    ).to include("one yoke")
  end

  it "refuses changes to the house" do
    expect(refusal(wanted: wanted.merge("kind" => "fit", "fit" => { "S1" => "dimmer" }))).to include("only restoring")
  end

  it "says so once a box turns out to hold what is not covered" do
    found =
      Dielectra::Practice::House.new(demo_circuit("tower_stair")).answer("do" => "open", "place" => "tower_door")[
        "found"
      ]
    found["devices"] << { "id" => "S9", "kind" => "single_pole" }
    session = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair"))
    session.record("do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true })
    session.record("do" => "open", "place" => "tower_door", "answer" => { "found" => found })
    expect([session.next.status, session.next.why, session.next.confidence]).to match(
      ["stopped", /holds 2 switches/, 1.0]
    )
  end
end
