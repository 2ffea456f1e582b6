# frozen_string_literal: true

# Contacts and connections that make contact only now and then.
RSpec.describe "Intermittent faults" do
  # The demo house with nothing wrong but a fault that comes and goes.
  def house(fault, seed: 3)
    document = demo_document("tower_stair.circuit.json")
    swapped = { "lamp_room/1.red" => "lamp_room/2.black", "lamp_room/2.black" => "lamp_room/1.red" }
    document["joints"] = document["joints"].map do |joint|
      joint.merge("points" => joint["points"].map { |point| swapped.fetch(point, point) })
    end
    Dielectra::Practice::House.new(
      Dielectra::Circuit.read(document.merge("faults" => [fault].compact)),
      random: Random.new(seed)
    )
  end

  let(:job) do
    Dielectra::Evidence::Job.read(
      demo_document("tower_stair.job.json").merge("began" => "comes_and_goes", "steps" => [])
    )
  end

  {
    "a contact" => [
      { "kind" => "contact_intermittent", "device" => "S1", "contact" => %w[common traveler_1] },
      "device_failed",
      "tower_door"
    ],
    "a connection" => [{ "kind" => "joint_intermittent", "point" => "tower_door/1.black" }, "joint_open", "tower_door"]
  }.each do |what, (fault, kind, place)|
    it "is found by wiggling toggles before a box is opened, and repaired: #{what}" do
      played = house(fault)
      session = play(played, job)
      first = session.steps.index { |step| step["do"] == "open" }
      expect(
        session
          .steps
          .first(first)
          .any? { |step| step["do"] == "wiggle" && step.dig("answer", "loads", "L1") == "flickers" }
      ).to be(true)
      expect([session.next.status, played.circuit.faults]).to eq(["solved", []])
      expect(session.next.causes.map { |cause| cause.values_at("kind", "place") }).to include([kind, place]).or include(
             ["device_failed", place]
           )
    end
  end

  it "is not called fixed before every toggle was wiggled with the light on, and every position seen right twice" do
    session =
      play(house({ "kind" => "contact_intermittent", "device" => "S1", "contact" => %w[common traveler_1] }), job)
    after = session.steps.drop(session.steps.rindex { |step| %w[arrange replace].include?(step["do"]) } + 1)
    expect(after.select { |step| step["do"] == "wiggle" }.map { |step| step["device"] }.uniq).to match_array(%w[S1 S2])
    expect(after.count { |step| step["do"] == "watch" }).to be >= 8
  end

  it "is thought of where a light does otherwise than before with nothing changed" do
    session = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair"))
    steps =
      [
        { "do" => "set", "device" => "S1", "to" => "up" },
        { "do" => "set", "device" => "S2", "to" => "up" }
      ].map { |step| step.merge("answer" => { "ok" => true }) }
    looks =
      %w[on off].map do |light|
        { "do" => "watch", "answer" => { "loads" => { "L1" => light }, "breakers" => { "B1" => "on" } } }
      end
    (steps + looks).each { |step| session.record(step) }
    expect(session.belief.hypotheses.any?(&:intermittent?)).to be(true)
  end

  it "leaves nothing wrong uncalled only after every toggle was wiggled" do
    session =
      play(house(nil), Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge("steps" => [])))
    expect([session.next.status, session.next.causes]).to eq(["solved", []])
    expect(session.steps.select { |step| step["do"] == "wiggle" }.map { |step| step["device"] }.uniq).to match_array(
      %w[S1 S2]
    )
  end

  it "follows one contact from reading to reading: what was seen to work works until it is stirred" do
    belief = Dielectra::Session::Troubleshooting.new(job).belief
    hypothesis = belief.hypotheses.find { |one| one.fault(:contact_intermittent)&.device == "S1" }
    hypothesis.making_contact = 0.9
    hypothesis.contact_at = true
    toggles = ->(up) do
      belief.world.toggles_of({ "S1" => up, "S2" => true }, { "S1" => [:sense, "S1", 0], "S2" => [:sense, "S2", 0] })
    end
    shares = ->(up, stirred) { hypothesis.ways_with(toggles[up], stirred).map(&:last) }
    expect([shares[true, []], shares[true, ["S1"]], shares[false, []]]).to match(
      [[0.9, be_within(1e-9).of(0.1)], [0.5, 0.5], [0.5, 0.5]]
    )
  end
end
