# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Telling::Wiggle do
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }
  let(:words) { Dielectra::Presentation::Telling::Words.of({ "do" => "wiggle", "device" => "S1" }) }

  it "asks for a toggle pressed and not thrown, cover on" do
    expect(words.told(session.situation).first(2)).to match(
      ["Wiggle the tower door toggle without throwing it", /\ACover on/]
    )
  end

  it "offers steady on, steady off, and flicker, for all lights" do
    expect(words.choices(session).map { |label, answer, _| [label, answer["loads"]["L1"]] }).to eq(
      [["Steady, on", "on"], ["Steady, off", "off"], ["It flickers", "flickers"]]
    )
  end
end
