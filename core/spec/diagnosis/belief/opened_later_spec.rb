# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::OpenedLater do
  let(:house) { Dielectra::Practice::House.new(demo_circuit("horn_shed")) }
  let(:session) { opened("horn_shed", house:) }
  let(:hypothesis) { session.belief.hypotheses.first }
  let(:found) { house.answer("do" => "open", "place" => "engine_end")["found"] }

  # The hypothesis with the box open, its cables without grounds or as they are
  def laid(found)
    session.record("do" => "open", "place" => "engine_end", "answer" => { "found" => found })
    described_class.new(session.belief.world, session.situation, "engine_end").of(hypothesis)
  end

  def ungrounded(found)
    ends = found["cable_ends"].map { |row| row.merge("conductors" => row["conductors"].reject { |one| bare?(one) }) }
    joints = found["joints"].reject { |joint| joint["points"].any? { |point| point.match?(/ground|bare/) } }
    found.merge("cable_ends" => ends, "joints" => joints)
  end

  def bare?(row) = row["color"] == "bare"

  def grounds(hypotheses) =
    hypotheses.flat_map { |one| one.skeleton.runs.select { |run| run.at?("engine_end") } }.map(&:grounding)

  it "has the cables that were found, and their grounds" do
    hypothesis
    ways = laid(found)
    expect(ways).not_to be_empty
    expect(grounds(ways)).to all(include(start_with("engine_end/")))
  end

  it "has no ground where a cable that nobody had seen has none" do
    hypothesis
    ways = laid(ungrounded(found))
    expect(ways).not_to be_empty
    expect(grounds(ways)).to all(be_nil)
  end
end
