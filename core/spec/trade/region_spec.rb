# frozen_string_literal: true

RSpec.describe Dielectra::Trade::Region do
  let(:north_america) { described_class.at(120) }
  let(:elsewhere) { described_class.at(230) }

  it "is told by the volts of the supply" do
    expect([north_america, elsewhere, described_class.at(400)].map(&:name)).to eq(%w[north_america iec iec])
  end

  it "leaves North American colors as they are" do
    expect(north_america.habits(%w[black red white])).to eq(%w[black red white])
  end

  {
    %w[brown blue] => %w[black white],
    %w[brown black blue] => %w[black red white],
    %w[red black] => %w[black white],
    %w[red yellow black] => %w[black red white],
    %w[brown black gray] => %w[black red red]
  }.each do |colors, habits|
    it("takes #{colors.join(", ")} for #{habits.join(", ")} elsewhere") do
      expect(elsewhere.habits(colors)).to eq(habits)
    end
  end

  it "has what has to be marked where it is hot" do
    expect(
      [
        north_america.marked_when_hot?("white", %w[black white]),
        north_america.marked_when_hot?("blue", %w[black blue]),
        elsewhere.marked_when_hot?("blue", %w[brown blue]),
        elsewhere.marked_when_hot?("black", %w[red black]),
        elsewhere.marked_when_hot?("black", %w[brown black blue])
      ]
    ).to eq([true, false, true, true, false])
  end

  it "has its own words and labels for switches" do
    kind = Dielectra::Trade::DeviceKind["three_way"]
    labels = kind.screws.map { |screw| elsewhere.labeled(kind, screw)["label"] }
    expect([north_america.term(kind), elsewhere.term(kind)]).to eq(["three-way switch", "two-way switch"])
    expect(labels).to include("COM", "L1", "L2")
  end

  it "tapes a hot conductor in its own color", :aggregate_failures do
    scenario =
      (7..)
        .lazy
        .map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :metric, trouble: :apart_all) }
        .find { |one| one.job.boxes.sum { |place| one.hot_whites(place.id) }.positive? }
    house = Dielectra::Practice::House.new(scenario.circuit)
    marks = play(house, scenario.job).steps.select { |step| step["do"] == "mark" }
    expect(marks.map { |step| step["tape"] }.uniq).to eq(["brown"])
    expect(Dielectra::Practice::Inspection.new(house.circuit, scenario.job)).to be_obeys
  end
end
