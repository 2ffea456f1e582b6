# frozen_string_literal: true

# Runs that meet in a junction somewhere in the house, which no job knows of.
RSpec.describe "Junctions nobody knows of" do
  def made(trouble) =
    (7..).lazy.map { |seed| Dielectra::Practice::Scenario.new(Random.new(seed), family: :junction, trouble:) }

  def seats = ->(place) { [Dielectra::Design::Seat.new(place, place)] }

  let(:trees) do
    Dielectra::Design::CableTrees.new(
      chains: [[seats["a"], seats["l"]]],
      ends: {
        "a" => [2],
        "l" => [2]
      },
      unseen: true
    )
  end

  it "are where three runs or more meet" do
    junctions = trees.map { |layout| layout.edges_at(layout.unseen.first).size }
    expect([junctions.min, trees.first.unseen]).to eq([3, ["_unseen_1"]])
  end

  it "are thought of where the cables that show lead to no other layout" do
    session =
      made(:apart_all)
        .map { |scenario| play(Dielectra::Practice::House.new(scenario.circuit), scenario.job) }
        .find { |one| one.belief.hypotheses.first.skeleton.layout.unseen == ["_unseen_1"] }
    expect(session.next.status).to eq("solved")
  end

  it "are never worked in" do
    steps =
      made(:apart_all)
        .first(2)
        .flat_map { |scenario| play(Dielectra::Practice::House.new(scenario.circuit), scenario.job).steps }
    expect(steps.map { |step| step.values_at("place", "point", "device").compact.first.to_s }).to all(
      satisfy { |name| !name.start_with?("_unseen", "unseen") }
    )
  end

  it "have no name in a conclusion, where a connection fails in one" do
    buried = Dielectra::Diagnosis::Deviation.new(kind: :joint_open, place: "_unseen_1", points: ["_unseen_1/~a.black"])
    expect(Dielectra::Presentation::Wording.obstacle(buried)).to include("unknown junction")
    expect(Dielectra::Diagnosis::Findings.cause(buried)).to eq({ "kind" => "joint_open" })
  end
end
