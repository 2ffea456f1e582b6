# frozen_string_literal: true

RSpec.describe Dielectra::Steps::ProveDead do
  let(:situation) do
    off = { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }
    Dielectra::Evidence::Situation.start(demo_job("tower_stair")).after(off, 1)
  end

  def answered(live) =
    Dielectra::Steps.of({ "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => live } })

  it "keeps the number of the step that proved the place dead" do
    expect(answered([]).changes(situation, 7)).to include(dead: { "tower_door" => 7 })
  end

  it "keeps what is still live, and the place is not dead" do
    after = answered(%w[tower_door/3.black]).changes(situation, 7)
    expect(after).to include(dead: {}, live: { "tower_door" => %w[tower_door/3.black] })
  end
end
