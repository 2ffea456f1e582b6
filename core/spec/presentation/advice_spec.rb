# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Advice do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  it "gives every answer its likelihood and its meaning, and they add up" do
    house = Dielectra::Practice::House.new(demo_circuit("signal_gallery"))
    session = opened("signal_gallery", house:)
    while (choices = described_class.next(session).to_h["choices"]).none? { |choice| choice["share"] }
      session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
    end
    expect(choices.filter_map { |choice| choice["share"] }.sum).to be_within(0.01).of(1)
    expect(choices.filter_map { |choice| choice["meaning"] }).to all(match(/Then: .+%|Not expected/))
  end
end

RSpec.describe Dielectra::Presentation::Telling::Watch do
  it "asks after a breaker whether the light is out, and says nothing of the breaker in the answer" do
    session = Dielectra::Session::Troubleshooting.for(demo_job("tower_stair"))
    look = { "do" => "watch", "answer" => { "loads" => { "L1" => "on" }, "breakers" => { "B1" => "on" } } }
    off = { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }
    [look, off].each { |step| session.record(step) }
    told = Dielectra::Presentation::Advice.next(session).to_h
    expect(told["title"]).to eq("With breaker B1 off: is the stair head light out?")
    expect(told["choices"].map { |one| [one["label"], one["answer"]] }).to eq(
      [["It is out", { "loads" => { "L1" => "off" } }], ["Still on", { "loads" => { "L1" => "on" } }]]
    )
  end
end
