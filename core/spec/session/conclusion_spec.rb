# frozen_string_literal: true

RSpec.describe Dielectra::Session::Conclusion do
  let(:session) { play(Dielectra::Practice::House.new(demo_circuit("tower_stair")), demo_job("tower_stair")) }
  let(:conclusion) { session.next }

  it "is written as the protocol has it, without empty fields" do
    written = conclusion.to_h
    expect(written).to include("status" => "solved", "confidence" => a_value_between(0.9, 1))
    expect(written.keys - %w[status why confidence roles links causes because grounding refused]).to eq([])
    expect(written).not_to have_key("why")
  end

  it "rests each cause on steps of the job" do
    numbers = conclusion.because.join(" ").scan(/\bstep\w* ([\d, and]+)/).flatten.flat_map { |some| some.scan(/\d+/) }
    expect(numbers.map(&:to_i)).to all(be_between(1, session.steps.size))
  end

  it "says per box what was measured of its grounding" do
    expect(conclusion.grounding.keys).to match_array(session.situation.opened_boxes)
  end
end
