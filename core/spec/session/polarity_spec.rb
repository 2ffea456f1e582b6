# frozen_string_literal: true

RSpec.describe Dielectra::Session::Polarity do
  # A job of the demo house with everything in one box let loose, and the house.
  def taken_apart(name, place)
    document = demo_document("#{name}.circuit.json").merge("faults" => [])
    grounds = /(bare|ground|box)\z/
    document["joints"].reject! { |joint| joint["points"].any? { |point| point.start_with?("#{place}/") } && joint["points"].grep(grounds).empty? }
    [Dielectra::Practice::House.new(Dielectra::Circuit.read(document)), demo_job(name)]
  end

  it "holds a tester to what is hot once wires were moved and the light obeys" do
    session = play(*taken_apart("tower_stair", "lamp_room"))
    asked = session.steps.reverse.take_while { |step| step["do"] != "breaker" }.select { |step| step["do"] == "probe" && step["tool"] == "voltage" }
    expect([session.next.status, asked.last.dig("answer", "volts")]).to match(["solved", a_value > 100])
  end

  it "asks once more before anything is turned round on one reading" do
    house, job = taken_apart("tower_stair", "lamp_room")
    session = Dielectra::Session::Troubleshooting.new(job)
    session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h))) until session.decision.rule == :polarity && session.next.do == "probe"
    first = session.next.to_h
    session.record(first.merge("answer" => {"volts" => 0.0}))
    expect([session.next.to_h, session.decision.rule]).to eq([first, :polarity])
    session.record(first.merge("answer" => {"volts" => 0.0}))
    expect(session.next).to be_a(Dielectra::Session::Step).or have_attributes(status: "stopped")
  end
end
