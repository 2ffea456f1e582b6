# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Findings do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room", "stair_head") }
  let(:findings) { session.findings }

  it "gives every conductor of the open boxes roles that sum to one" do
    sums = findings.roles.transform_values { |shares| shares.each_value.sum }
    expect(sums.values).to all(be_within(2e-3).of(1))
    expect(findings.roles.keys).to match_array(
      session.situation.opened_boxes.flat_map { |place| session.situation.cable_ends(place).flat_map(&:points) }
    )
  end

  it "calls grounding conductors grounds whatever is believed" do
    expect(findings.grounds.keys).to all(end_with("bare"))
    expect(findings.grounds.values.uniq).to eq(%w[ground])
  end

  it "pairs each cable end with one other at most, above even odds" do
    sure = findings.links.select { |_, share| share > 0.5 }.flat_map(&:first)
    expect(sure).to eq(sure.uniq)
  end

  it "names the miswire, as things stand" do
    expect(findings.suspects.first.first).to include(include("kind" => "miswired", "place" => "lamp_room"))
  end

  it "has suspects by falling probability, of one in all" do
    shares = findings.suspects.map(&:last)
    expect(shares).to eq(shares.sort.reverse)
    expect(shares.sum).to be_within(0.02).of(1)
  end
end
