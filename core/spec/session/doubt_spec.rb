# frozen_string_literal: true

# Somebody who is not sure, or cannot.
RSpec.describe "A person in doubt" do
  # Plays a demo house; every so many readings the answer is that one is not sure.
  def played(name, every)
    house = Dielectra::Practice::House.new(demo_circuit(name))
    session = Dielectra::Session::Troubleshooting.new(demo_job(name))
    readings = 0
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      doubt = %w[watch probe].include?(step["do"]) && ((readings += 1) % every).zero?
      session.record(step.merge("answer" => doubt ? { "unsure" => true } : house.answer(step).except("id")))
    end
    [session, house]
  end

  %w[tower_stair boathouse horn_shed].each do |name|
    [3, 4].each do |every|
      it "gets #{name} repaired though one reading in #{every} is uncertain" do
        session, house = played(name, every)
        expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, session.job).obeys?]).to eq(
          ["solved", true]
        )
      end
    end
  end

  it "is asked once more for a look on which the proof hangs, and not for others" do
    session = opened("tower_stair", "lamp_room")
    watch = { "do" => "watch" }
    session.record(watch.merge("answer" => { "unsure" => true }))
    expect([1, 2].map { |times| session.situation.declined?(watch, times) }).to eq([true, false])
  end

  it "is asked to look once more where one misread look is all that makes a wrong rewiring seem right" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(9_900_022))
    house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(9_900_023), slips: :one)
    session = play(house, scenario.job)
    looks = session.steps.count { |step| step["do"] == "watch" }
    expect([session.next.status, Dielectra::Practice::Inspection.new(house.circuit, scenario.job).obeys?]).to eq(
      ["solved", true]
    )
    expect(looks).to be > scenario.job.goal.combinations.size
  end

  it "is sent away, hands out, where a second circuit keeps a box live and no breaker for it is found" do
    scenario = Dielectra::Practice::Scenario.new(Random.new(9), family: :second_circuit, trouble: :apart_all)
    house = Dielectra::Practice::House.new(scenario.circuit)
    session = Dielectra::Session::Troubleshooting.new(scenario.job)
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.to_h
      session.record(
        step.merge("answer" => step["do"] == "find_breaker" ? { "device" => nil } : house.answer(step).except("id"))
      )
    end
    after = session.steps.drop(session.steps.index { |step| step["do"] == "find_breaker" } + 1)
    expect([session.next.status, session.next.why, after.map { |step| step["do"] } - %w[breaker watch]]).to match(
      ["stopped", /another circuit keeps the \w+( \w+)? box live/, []]
    )
  end
end
