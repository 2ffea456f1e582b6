# frozen_string_literal: true

RSpec.describe Dielectra::Steps::FindBreaker do
  let(:situation) { opened("tower_stair", "tower_door").situation }

  def answered(device) =
    Dielectra::Steps.of({ "do" => "find_breaker", "point" => "tower_door/1.black", "answer" => { "device" => device } })

  it "adds the breaker it found to those of the job" do
    expect(answered("B7").changes(situation, 9)[:breakers]).to include("B7" => "on")
  end

  it "was in vain where no breaker makes the point dead" do
    expect([answered(nil).futile?, answered("B7").futile?, answered(nil).changes(situation, 9)]).to eq(
      [true, false, {}]
    )
  end
end
