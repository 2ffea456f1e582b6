# frozen_string_literal: true

RSpec.describe Dielectra::Session::ExpectedCost do
  let(:session) { opened("tower_stair", "tower_door", "lamp_room") }

  let(:work_state) { Dielectra::Session::WorkState.of(session.situation) }

  # Readings of yes or no, for each how likely a yes is under each hypothesis, at a third of a minute.
  def lookahead(*questions)
    everyone = [*0...session.expected_cost.hypotheses.size]
    Dielectra::Session::Lookahead.new(session.expected_cost, Struct.new(:signature_of).new(everyone), questions, 0.3)
  end

  it "prices a question that settles nothing at the doubt there was" do
    expected_cost = session.expected_cost
    before = expected_cost.now(work_state) - expected_cost.repair(work_state, expected_cost.weights)
    expect(lookahead(Array.new(expected_cost.hypotheses.size, 0.5)).minutes_after(0)).to be_within(1e-9).of(
      before + 0.3
    )
  end

  it "never has more doubt after an answer than before it, and less where another may follow" do
    expected_cost = session.expected_cost
    random = Random.new(3)
    one, other = Array.new(2) { expected_cost.hypotheses.map { random.rand } }
    alone = expected_cost.expected_doubt(one.map { |share| { true => share, false => 1 - share } })
    before = expected_cost.now(work_state) - expected_cost.repair(work_state, expected_cost.weights)
    expect(alone).to be <= before + 1e-9
    expect(lookahead(one).minutes_after(0)).to be <= alone + 0.3 + 1e-9
    expect(lookahead(one, other).minutes_after(0)).to be <= lookahead(one).minutes_after(0) + 1e-9
  end

  it "sees what two readings tell together that neither tells alone" do
    expected_cost = session.expected_cost
    halves = [0, 1].map { |bit| expected_cost.labels.map { |label| (label >> bit).odd? ? 1.0 : 0.0 } }
    expect(lookahead(*halves).minutes_after(0)).to be < lookahead(halves.first).minutes_after(0)
  end

  it "knows the bits of an even choice" do
    expect(Dielectra::Diagnosis::Belief.entropy([0.25] * 4)).to be_within(1e-9).of(2)
    expect(Dielectra::Diagnosis::Belief.entropy([1.0, 0.0])).to eq(0.0)
  end
end
