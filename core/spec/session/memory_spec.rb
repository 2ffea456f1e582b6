# frozen_string_literal: true

# A second visit: what the first one left known, and what is made of it.
RSpec.describe Dielectra::Evidence::Memory do
  let(:circuit) { Dielectra::Circuit.read(demo_document("tower_stair.circuit.json")) }
  let(:document) { demo_document("tower_stair.job.json") }
  let(:first) { played(Dielectra::Evidence::Job.read(document), circuit) }
  let(:left) { Dielectra::Session::AsLeft.new(first.first).to_h }

  # @return [Array(Session, House)]
  def played(job, circuit)
    house = Dielectra::Practice::House.new(circuit, job:)
    [play(house, job), house]
  end

  def second(remembered, **more)
    called = document.merge("steps" => [], "began" => "sudden", "remembered" => remembered, **more)
    Dielectra::Evidence::Job.read(called)
  end

  # The house with a further fault
  def failing(fault) = first.last.circuit.with(faults: [fault])

  def uncover(session, place, circuit)
    house = Dielectra::Practice::House.new(circuit)
    house.switch_breaker("B1", "off")
    step = { "do" => "open", "place" => place }
    session.record({ "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } })
    session.record(step.merge("answer" => { "found" => house.uncover(place) }))
  end

  it "leaves the boxes as they are joined now, and the role of every conductor" do
    session, house = first
    place = session.situation.opened.keys.first
    now = house.circuit.joints.map(&:points).select { |points| points.size > 1 }.map(&:sort)
    expect(left["places"][place]["joints"].map { |joint| joint["points"].sort } - now).to be_empty
    truth = Dielectra::Practice::TrueRoles.new(house.circuit, session.job).of(left["roles"].keys)
    expect(left["roles"].slice(*truth.keys)).to eq(truth)
  end

  it "knows the conductors of a box before it is opened" do
    job = second(left.merge("days" => 30))
    session = Dielectra::Session::Troubleshooting.new(job)
    point = left["roles"].find { |_, role| role != "ground" }.first
    place = Dielectra::PointId.head(point)
    known = session.belief.probability { |one| one.skeleton.functions_at(place).key?(point) }
    expect(known).to be > 0.9
  end

  it "finds a failed switch without opening more boxes than the first visit" do
    fault = { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[common traveler_1] }
    session, = played(second(left.merge("days" => 400)), failing(fault))
    expect(session.next.status).to eq("solved")
    expect(session.next.causes.map { |cause| cause.slice("kind", "device") }).to include(
      { "kind" => "device_failed", "device" => "S1" }
    )
  end

  it "is trusted less the older it is" do
    young, old = [10, 4000].map { |days| described_class.new({ "places" => {}, "days" => days }).trust(nil) }
    expect(young).to be > old
    expect(described_class.new({ "places" => {}, "days" => 1e6 }).trust(nil)).to be >= 0.5
  end

  it "gives way to a box that holds other cables" do
    place = left["places"].keys.first
    other = Marshal.load(Marshal.dump(left["places"]))
    other[place]["cable_ends"].first["conductors"].first.merge!("id" => "blue", "color" => "blue")
    session = Dielectra::Session::Troubleshooting.new(second(left.merge("places" => other)))
    uncover(session, place, first.last.circuit)
    held = session.belief.hypotheses.flat_map { |one| one.skeleton.points_at(place) }
    expect(held).to all(satisfy { |point| session.situation.box(place).conductors.include?(point) })
    expect(Dielectra::Presentation::OnRecord.new(session).different.map { |row| row["place"] }).to eq([place])
  end

  it "says which conductors moved since" do
    moved = first.last.circuit
    place = left["places"].keys.first
    one, other =
      left["places"][place]["joints"].flat_map { |joint| joint["points"] }.grep(%r{/.*(black|white|red)}).first(2)
    swap = { one => other, other => one }
    joints = moved.joints.map { |joint| joint.class.new(points: joint.points.map { |point| swap.fetch(point, point) }) }
    session = Dielectra::Session::Troubleshooting.new(second(left.merge("days" => 30)))
    uncover(session, place, moved.with(joints:))
    told = Dielectra::Presentation::OnRecord.new(session).to_h
    expect(told["words"]).to start_with("On record, as left 4 weeks ago")
    expect(told["different"].first["sentences"].join).to include("Now it is joined to")
  end

  describe "of a box that another circuit kept live" do
    let(:place) { left["places"].keys.first }
    let(:cable_end) { left["places"][place]["cable_ends"].last["id"] }
    let(:known) { { "foreign" => { place => [cable_end] }, "breakers" => { place => ["B2"] } } }
    let(:session) { Dielectra::Session::Troubleshooting.new(second(left.merge(known))) }

    def off(id) = { "do" => "breaker", "device" => id, "to" => "off", "answer" => { "ok" => true } }

    def opened(found)
      session.record(off("B1"))
      session.record(off("B2"))
      session.record({ "do" => "open", "place" => place, "answer" => { "found" => found } })
      session.record({ "do" => "prove_dead", "place" => place, "answer" => { "live" => [] } })
      session.situation
    end

    it "has both breakers off before the cover" do
      session.record(off("B1"))
      step = session.approach.hands(place)
      expect(step.to_h).to eq({ "do" => "breaker", "device" => "B2", "to" => "off" })
      _, detail = Dielectra::Presentation::Telling::Words.of(step.to_h).told(session.situation)
      expect(detail).to include("on an earlier visit")
    end

    it "goes on without, where that breaker cannot be turned off" do
      session.record(off("B1"))
      session.record(off("B2").merge("answer" => { "cannot" => "locked" }))
      expect(session.approach.hands(place).do).to eq("open")
    end

    it "takes its cables for the other circuit's, and leaves that on record again" do
      expect(opened(left["places"][place]).foreign).to eq({ place => [cable_end] })
      expect(Dielectra::Session::AsLeft.new(session).to_h["breakers"]).to eq({ place => ["B2"] })
      expect(session.situation.left_off).to eq(["B2"])
    end

    it "takes nothing for granted where other cables are found" do
      found = Marshal.load(Marshal.dump(left["places"][place]))
      found["cable_ends"].first["conductors"].first.merge!("id" => "blue", "color" => "blue")
      expect(opened(found.merge("joints" => [])).foreign).to be_empty
    end
  end

  describe Dielectra::Evidence::Recall do
    it "calls a device what the new job calls it" do
      place = left["places"].keys.first
      old = left["places"][place]["devices"].first["id"]
      renamed = JSON.parse(JSON.generate(document).gsub(old, "S9"))
      job = Dielectra::Evidence::Job.read(renamed.merge("steps" => []))
      known = described_class.new(job, [[left, 20]]).to_h["places"][place]
      expect(known["devices"].map { |row| row["id"] }).to eq(["S9"])
      expect(known["joints"].flat_map { |joint| joint["points"] }.join).not_to include("#{old}.")
    end

    it "takes each box from the youngest job that opened it" do
      job = Dielectra::Evidence::Job.read(document)
      place = left["places"].keys.first
      emptied = left.merge("places" => { place => left["places"][place].merge("joints" => []) })
      known = described_class.new(job, [[emptied, 3], [left, 700]]).to_h
      expect(known["places"][place]["joints"]).to be_empty
      expect(known["places"].keys).to match_array(left["places"].keys)
    end

    it "knows nothing of a house whose boxes are others" do
      job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json"))
      expect(described_class.new(job, [[left, 1]]).to_h).to be_nil
    end
  end
end
