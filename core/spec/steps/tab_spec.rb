# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Tab do
  it "breaks the tab of a receptacle off for good" do
    made = Dielectra::Practice::Scenario.new(Random.new(3), family: :receptacle)
    house = Dielectra::Practice::House.new(made.circuit)
    session = Dielectra::Session::Troubleshooting.new(made.job)
    place = made.job.loads.first.place
    [{ "do" => "breaker", "device" => "B1", "to" => "off" }, { "do" => "open", "place" => place }].each do |step|
      session.record(step.merge("answer" => house.answer(step)))
    end
    device = made.job.loads.first.id
    tabs = ->(situation) { Dielectra::Trade::KindName.broken_tabs(situation.kind_of(device)) }
    after = session.situation.after({ "do" => "tab", "device" => device, "tab" => "neutral_tab", "answer" => {} }, 9)
    expect(tabs[after] - tabs[session.situation]).to eq(%w[neutral_tab])
  end
end
