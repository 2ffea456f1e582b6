# frozen_string_literal: true

RSpec.describe Dielectra::Steps::Watch do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("tower_stair")) }

  def answered(light, breaker) =
    Dielectra::Steps.of(
      { "do" => "watch", "answer" => { "loads" => { "L1" => light }, "breakers" => { "B1" => breaker } } }
    )

  it "says of the light only what the light can say: nothing with the breaker off or tripped" do
    told = ->(breaker) { answered("off", breaker).sightings(situation).map(&:what) }
    expect([told["on"], told["tripped"], told["off"]]).to eq([%i[breaker lamp], %i[breaker], []])
  end

  it "takes every proof of death away where it sees the breaker on" do
    expect(answered("on", "on").changes(situation, 3)).to include(dead: {})
    expect(answered("off", "off").changes(situation, 3)).not_to have_key(:dead)
  end

  it "keeps how a breaker was found, whatever happens later" do
    found = situation.after(answered("off", "tripped").fields, 1).after(answered("on", "on").fields, 2)
    expect([found.breakers["B1"], found.breakers_found["B1"]]).to eq(%w[on tripped])
  end
end
