# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Asked do
  let(:controls) { [{ "id" => "S1", "place" => "hall" }, { "id" => "S2", "place" => "porch" }] }
  let(:loads) do
    [
      { "id" => "L1", "place" => "ceiling", "kind" => "luminaire" },
      { "id" => "L2", "place" => "steps", "kind" => "luminaire" }
    ]
  end
  let(:works) { { "L1" => %w[S1], "L2" => %w[S2] } }

  def wanted(**said) = described_class.new(said.transform_keys(&:to_s), works, loads, controls).to_h

  it "adds a place to switch the load that is meant, and leaves the others as they are" do
    said = wanted(kind: "add_control", place: "Landing", load: 2)
    expect(said["control"]).to eq("L1" => %w[S1], "L2" => %w[S2 S3])
  end

  it "adds two places in one call, each with a name of its own" do
    more = [{ "kind" => "add_control", "place" => "Loft", "runs" => [{ "from" => "Landing", "to" => "Loft" }] }]
    said = wanted(kind: "add_control", place: "Landing", more:)
    expect(said["control"]["L1"]).to eq(%w[S1 S3 S4])
    expect(said["places"].map { |row| row["id"] }).to eq(%w[landing loft])
    expect(said["runs"]).to eq([{ "between" => %w[landing loft] }])
  end

  it "puts another light on the switches of the one that is meant" do
    expect(wanted(kind: "second_light", place: "Gate", load: 2)["control"]["L3"]).to eq(%w[S2])
  end

  it "takes a raceway that is there for a run" do
    runs = [{ "from" => "Hall", "to" => "Landing", "raceway" => true }]
    expect(wanted(kind: "add_control", place: "Landing", runs:)["runs"].first).to include("raceway" => true)
  end

  it "exchanges a switch, a light or a receptacle, whichever is meant" do
    expect(
      [wanted(kind: "swap"), wanted(kind: "swap", switch: 2), wanted(kind: "swap", load: 2)].map { |one| one["swap"] }
    ).to eq([%w[S1], %w[S2], %w[L2]])
  end

  it "says which load there is none of" do
    expect { wanted(kind: "add_control", place: "Landing", load: 3) }.to raise_error(
      Dielectra::InvalidInput,
      /no such load/
    )
  end
end
