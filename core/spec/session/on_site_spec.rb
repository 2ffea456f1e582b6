# frozen_string_literal: true

# A house that is not what the job lists.
RSpec.describe Dielectra::Session::OnSite do
  def wired(document, **changes)
    house = Dielectra::Circuit.read(document)
    job = demo_job("tower_stair")
    job = Dielectra::Evidence::Job.read(job.document.merge(changes.transform_keys(&:to_s)))
    Dielectra::Practice::House.new(house, job:).then { |made| [play(made, job), made, job] }
  end

  let(:document) { demo_document("tower_stair.circuit.json") }

  # A breaker that feeds nothing of the job
  def beside(document)
    document.merge(
      "devices" => document["devices"] + [{ "id" => "B9", "kind" => "breaker", "place" => "panel", "amps" => 20 }]
    )
  end

  describe "with the wrong breaker on the list" do
    let(:played) { wired(beside(document), breakers: [{ "id" => "B9", "amps" => 20 }]) }

    it "finds the right one by the light, and leaves both on" do
      session, house, = played
      expect([session.next.status, session.job.breakers]).to eq(["solved", ["B1"]])
      expect(house.circuit.breakers.map(&:position).uniq).to eq(["on"])
      expect(session.next.because.join(" ")).to include("Breaker B9 does not feed this circuit")
    end

    it "opens nothing before it is settled" do
      session, = played
      kinds = session.steps.map { |step| step["do"] }
      expect(kinds.index("open")).to be > kinds.index("find_breaker")
    end
  end

  it "takes a box that proves live for the wrong breaker first, where no light was ever on" do
    dark = document.merge("joints" => document["joints"].reject { |joint| joint["points"].include?("L1.neutral") })
    session, house, = wired(beside(dark), breakers: [{ "id" => "B9", "amps" => 20 }])
    steps = session.steps.map { |step| step.slice("do", "device", "to", "place", "point").values.join(" ") }
    found = steps.index { |step| step.start_with?("find_breaker") }
    expect(steps[found - 1]).to start_with("prove_dead")
    expect(steps[(found + 1)..(found + 2)]).to match(["breaker B9 on", steps[found - 1]])
    expect(session.next.status).to eq("solved")
    expect(house.circuit.breakers.map(&:position).uniq).to eq(["on"])
  end

  it "goes on with a switch that nobody listed, and leaves it as it is but for its yoke" do
    more = { "id" => "S9", "kind" => "single_pole", "place" => "lamp_room", "position" => "off" }
    session, house, = wired(document.merge("devices" => document["devices"] + [more]))
    expect([session.next.status, session.job.controls.map(&:id)]).to eq(["solved", %w[S1 S2 S9]])
    expect(house.circuit.joints.flat_map(&:points).grep(/S9/)).to eq(["S9.ground"])
  end

  it "comes to the same from a file with all its steps" do
    session, _, job = wired(beside(document), breakers: [{ "id" => "B9", "amps" => 20 }])
    again = described_class.new(job.with_steps(session.steps))
    expect([again.next.to_h, again.job.breakers]).to eq([session.next.to_h, session.job.breakers])
  end
end
