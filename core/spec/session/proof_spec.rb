# frozen_string_literal: true

RSpec.describe Dielectra::Session::Proof do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:controls) { session.job.goal.controls.map(&:id) }

  # The proof after looks at the light, each with the toggles up or down.
  def proof(**looks)
    watched =
      looks.map do |ups, light|
        [
          controls.zip(ups.to_s.chars).to_h { |id, way| [id, way == "u" ? "up" : "down"] },
          light,
          session.situation.arrangement
        ]
      end
    described_class.new(session.job, session.situation, watched)
  end

  it "is complete once every control was seen to work the light from every state of the others" do
    expect(
      [proof(uu: "on", ud: "off", dd: "on", du: "off").complete?, proof(uu: "on", ud: "off", dd: "on").complete?]
    ).to eq([true, false])
  end

  it "has what was not watched left, the nearest first" do
    left = proof(uu: "on", ud: "off").missing
    expect(left.map { |raised| raised.values_at(*controls) }).to contain_exactly([false, false], [false, true])
  end

  it "has the look left that does not go with the rest" do
    left = proof(uu: "on", ud: "off", dd: "on", du: "on")
    expect([left.complete?, left.missing.map { |raised| raised.values_at(*controls) }]).to eq([false, [[false, true]]])
    expect(left.next_missing).to eq(left.missing.first)
  end
end
