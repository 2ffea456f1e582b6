# frozen_string_literal: true

RSpec.describe Dielectra::Steps::FindBreaker do
  let(:situation) do
    live = { "do" => "prove_dead", "place" => "tower_door", "answer" => { "live" => %w[tower_door/1.black] } }
    opened("tower_stair", "tower_door").situation.after(live, 8)
  end

  def answered(device, **about)
    about = { "point" => "tower_door/1.black" } if about.empty?
    Dielectra::Steps.of({ "do" => "find_breaker", **about.transform_keys(&:to_s), "answer" => { "device" => device } })
  end

  it "leaves the breaker off that it found, and has the box tested anew" do
    expect(answered("B7").changes(situation, 9)).to include(
      breakers: include("B7" => "off"),
      breakers_found: include("B7" => "on"),
      live: {
      }
    )
  end

  it "takes the cable ends that were live for another circuit's where the breaker is none of the job's" do
    expect(answered("B7").changes(situation, 9)).to include(
      foreign: {
        "tower_door" => %w[tower_door/1]
      },
      other_breakers: {
        "tower_door" => %w[B7]
      }
    )
    expect(answered("B1").changes(situation, 9)).not_to include(:foreign)
  end

  it "was in vain where no breaker makes the point dead" do
    expect([answered(nil).futile?, answered("B7").futile?, answered(nil).changes(situation, 9)]).to eq(
      [true, false, {}]
    )
  end

  it "names either a conductor or a load of the job" do
    expect { answered("B7", load: "L1").check!(situation) }.not_to raise_error
    [{ load: "L9" }, { load: "L1", point: "tower_door/1.black" }].each do |about|
      expect { answered("B7", **about).check!(situation) }.to raise_error(Dielectra::InvalidInput)
    end
  end
end
