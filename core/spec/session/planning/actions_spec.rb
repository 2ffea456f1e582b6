# frozen_string_literal: true

RSpec.describe Dielectra::Session::Actions do
  let(:fresh) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  it "begins with looks, which cost least" do
    expect(fresh.actions.first.minutes).to be < 1
    expect(fresh.next.do).to eq("watch").or eq("set")
  end

  it "lists openings with the whole way in their price" do
    open = fresh.actions.select { |action| action.purpose == :open }.to_h { |action| [action.subject, action.minutes] }
    expect(open["stair_head"] - open["tower_door"]).to be_within(0.01).of(3.0)
    expect(open["tower_door"]).to be_within(0.01).of(1.5 + 0.2 + 1.5 + 3 + 1)
  end

  it "asks no question twice under the same circumstances" do
    house = Dielectra::Practice::House.new(demo_circuit("passage"))
    asked = []
    session = Dielectra::Session::Troubleshooting.new(demo_job("passage"))
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      asked << [step.to_h, session.situation.arrangement, session.situation.positions] if step.do == "probe"
      session.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    expect(asked.uniq.size).to eq(asked.size)
  end

  it "does not ask for what the tools in the bag cannot do" do
    document = demo_document("passage.job.json").merge("tools" => ["ncv"])
    session = play(Dielectra::Practice::House.new(demo_circuit("passage")), Dielectra::Evidence::Job.read(document))
    expect(session.steps.filter_map { |step| step["tool"] } - ["ncv"]).to be_empty
  end

  it "puts the likeliest repair forward once the cause is plain" do
    session = opened("horn_shed", "shed_door", "engine_end", "shed_light")
    repair = session.actions.find { |action| action.purpose == :repair }
    expect(repair.subject.replacements).to eq("S1" => "three_way")
    expect(repair.value).to be >= repair.minutes
  end
end
