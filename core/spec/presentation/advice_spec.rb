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
