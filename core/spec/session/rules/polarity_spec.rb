# frozen_string_literal: true

RSpec.describe Dielectra::Session::Polarity do
  # A job of the demo house with everything in one box let loose, and the house.
  def taken_apart(name, place)
    document = demo_document("#{name}.circuit.json").merge("faults" => [])
    grounds = /(bare|ground|box)\z/
    document["joints"].reject! do |joint|
      joint["points"].any? { |point| point.start_with?("#{place}/") } && joint["points"].grep(grounds).empty?
    end
    [Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), demo_job(name)]
  end

  it "holds a tester to what is hot once wires were moved and the light obeys" do
    session = play(*taken_apart("tower_stair", "lamp_room"))
    asked =
      session
        .steps
        .reverse
        .take_while { |step| step["do"] != "breaker" }
        .select { |step| step["do"] == "probe" && step["tool"] == "voltage" }
    expect([session.next.status, asked.last.dig("answer", "volts")]).to match(["solved", a_value > 100])
  end

  it "asks once more before anything is turned round on one reading" do
    house, job = taken_apart("tower_stair", "lamp_room")
    session = Dielectra::Session::Troubleshooting.new(job)
    until session.decision.rule == :polarity && session.next.do == "probe"
      session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
    end
    first = session.next.to_h
    session.record(first.merge("answer" => { "volts" => 0.0 }))
    expect([session.next.do, session.next["tool"], session.decision.rule]).to eq(["probe", "voltage", :polarity])
    session.record(first.merge("answer" => { "volts" => 0.0 }))
    expect(session.next).to be_a(Dielectra::Session::Step).or have_attributes(status: "stopped")
  end

  # Nothing is grounded, and which end the line comes in at does not show: with the light off a switched neutral reads
  # just the same.
  { 6_400_071 => 0, 6_600_027 => :one }.each do |seed, slips|
    it "does not take a switched neutral for a switched line in house #{seed}" do
      scenario = Dielectra::Practice::Scenario.new(Random.new(seed))
      house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(seed + 1), slips:)
      session = play(house, scenario.job)
      expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, scenario.job).hazards]).to eq(
        ["solved", []]
      )
    end
  end

  it "reads again what speaks against the hot side before it goes on with anything else" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(6_500_015))
    house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(6_500_016), slips: :one)
    session = play(house, scenario.job)
    expect([session.next.status, session.steps.count { |step| step["do"] == "breaker" }]).to eq(["solved", 2])
  end
end
