# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Choices do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:choices) { described_class.new(session, session.next, session.decision.action).to_a }

  it "gives each answer its probability, which sum to one, and what it would mean" do
    session.record(session.next.to_h.merge("answer" => { "live" => [] })) if session.next.do == "prove_dead"
    expected = choices.select { |choice| choice.key?("share") }
    expect(expected.sum { |choice| choice["share"] }).to be_within(0.01).of(1) if expected.any?
    expect(choices).to all(include("label", "answer"))
    expect(expected.map { |choice| choice["meaning"] }).to all(match(/\A(Then: .*|Not expected: .*)\.\z/))
  end
end
