# frozen_string_literal: true

# What is read once the light obeys, and what eyes have seen.
RSpec.describe "Before a job is handed over" do
  # A demo house, changed.
  def house(name, **changes) =
    Dielectra::Practice::House.new(
      Dielectra::Circuit.read(demo_document("#{name}.circuit.json").merge(changes.transform_keys(&:to_s)))
    )

  it "reads the metal of opened metal boxes, and says which has a path to ground" do
    session = play(house("tower_stair"), demo_job("tower_stair"))
    metal = session.situation.opened.select { |_, found| found["enclosure"] == "metal" }.keys
    expect(session.next.grounding.keys).to match_array(session.situation.opened.keys)
    expect(metal.map { |place| session.next.grounding[place] }).to all(eq("path"))
    readings =
      session.steps.select { |step| step["do"] == "probe" && step["at"].any? { |at| at.match?(/\.(ground|box)\z/) } }
    expect(readings.map { |step| session.situation.place_of(step) }.tally.values).to all(eq(1))
  end

  it "finds metal that something hot touches before the power comes on, and never calls that solved" do
    document = demo_document("tower_stair.circuit.json")
    document["cables"].each { |cable| cable["conductors"].reject! { |wire| wire["color"] == "bare" } }
    document["places"].each { |place| place["enclosure"] = "metal" if place["id"] == "lamp_room" }
    document["joints"] = document["joints"]
      .map do |joint|
        joint.merge(
          "points" =>
            joint["points"].reject { |point| point.match?(/\.(bare|box|ground)\z/) && point != "panel.ground" }
        )
      end
      .select { |joint| joint["points"].size > 1 }
    document["faults"] = [{ "kind" => "short", "between" => %w[lamp_room/1.red lamp_room.box], "ohms" => 0.0 }]
    played = Dielectra::Practice::House.new(Dielectra::Circuit.read(document))
    watch = Dielectra::Practice::SafetyObserver.new(played, demo_job("tower_stair"))
    session = play(played, demo_job("tower_stair")) { |step| watch.check!(step) }
    expect([session.next.status, session.next.why, watch.unsafe]).to match(
      ["stopped", /metal of the lamp room box is live/, []]
    )
    expect(session.next.causes).to include("kind" => "short", "place" => "lamp_room", "points" => ["lamp_room.box"])
  end

  it "makes a scorched connection anew, whatever else is wrong" do
    document = demo_document("tower_stair.circuit.json")
    document["joints"].each { |joint| joint["condition"] = "scorched" if joint["points"].include?("lamp_room/1.white") }
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), demo_job("tower_stair"))
    expect([session.next.status, session.situation.worn]).to eq(["solved", {}])
    expect(session.situation.arrangement.touched).to include("lamp_room/1.white")
  end

  it "finds what hangs on beyond alive after wires were moved" do
    made =
      (1..60)
        .lazy
        .map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :two, trouble: :apart_one) }
        .find do |one|
          one.circuit.cables.any? do |cable|
            cable
              .ends
              .map { |name| name.split("/").first }
              .then { |ends| ends.intersect?(one.faulty_places) && ends.any? { |place| place.start_with?("onward") } }
          end
        end
    session = play(Dielectra::Practice::House.new(made.circuit), made.job)
    cable =
      made.circuit.cables.find do |one|
        one.ends.any? { |name| name.start_with?("onward") } &&
          one.ends.any? { |name| made.faulty_places.include?(name.split("/").first) }
      end
    near = cable.ends.find { |name| made.faulty_places.include?(name.split("/").first) }
    moved = session.steps.rindex { |step| step["do"] == "arrange" }
    alive =
      session
        .steps
        .drop(moved)
        .any? do |step|
          step["do"] == "probe" && step["at"].all? { |point| point.start_with?("#{near}.") } &&
            step.dig("answer", "volts").to_f > 100
        end
    expect([session.next.status, alive]).to eq(["solved", true])
  end

  it "resets a breaker that was found tripped on something that is gone, but only after ohms rule out a bolted short" do
    document = demo_document("boathouse.circuit.json").merge("faults" => [])
    document["devices"].each { |device| device["position"] = "tripped" if device["id"] == "B1" }
    job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json").merge("steps" => []))
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), job)
    on = session.steps.index { |step| step["do"] == "breaker" && step["to"] == "on" }
    expect([session.next.status, session.next.causes.map { |cause| cause["kind"] }]).to eq(["solved", ["no_supply"]])
    expect(session.steps.first(on).any? { |step| step["tool"] == "resistance" }).to be(true)
  end

  it "never closes onto a short that it knows of" do
    document =
      demo_document("boathouse.circuit.json").merge(
        "faults" => [{ "kind" => "short", "between" => %w[boathouse/1.black boathouse/1.white], "ohms" => 0.05 }]
      )
    session = play(Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), demo_job("boathouse"))
    expect([session.next.status, session.steps.count { |step| step["do"] == "breaker" && step["to"] == "on" }]).to eq(
      ["stopped", 0]
    )
    expect(session.next.confidence).to be >= Dielectra::Session::Halt::SURE
  end
end
