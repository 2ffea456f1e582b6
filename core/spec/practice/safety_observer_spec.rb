# frozen_string_literal: true

RSpec.describe Dielectra::Practice::SafetyObserver do
  let(:house) { Dielectra::Practice::House.new(demo_circuit("boathouse")) }
  let(:watchman) { described_class.new(house, demo_job("boathouse")) }

  # Steps taken in order, and what the watchman says of the last.
  {
    "opening with the breaker on" => [[{ "do" => "open", "place" => "slip_door" }], /breaker on/],
    "hands in what was not proved" => [
      [
        { "do" => "breaker", "device" => "B1", "to" => "off" },
        { "do" => "open", "place" => "slip_door" },
        { "do" => "arrange", "place" => "slip_door", "joints" => [] }
      ],
      /not proved/
    ],
    "line put on neutral" => [
      [
        { "do" => "breaker", "device" => "B1", "to" => "off" },
        { "do" => "open", "place" => "boathouse" },
        { "do" => "prove_dead", "place" => "boathouse" },
        { "do" => "arrange", "place" => "boathouse", "joints" => [%w[boathouse/1.black boathouse/1.white]] },
        { "do" => "breaker", "device" => "B1", "to" => "on" }
      ],
      /not fit/
    ]
  }.each do |what, (steps, words)|
    it "notes #{what}" do
      steps.each do |step|
        watchman.check!(step)
        house.answer(step)
      end
      expect(watchman.unsafe.last).to match(words)
    end
  end
end
