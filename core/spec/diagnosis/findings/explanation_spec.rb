# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Explanation do
  it "finds the smallest set that meets all" do
    expect(described_class.smallest_hitting_set([[1, 2], [2, 3], [3, 4]]).size).to eq(2)
    expect(described_class.smallest_hitting_set([])).to eq([])
  end

  it "names the steps a finding rests on" do
    session = play(Dielectra::Practice::House.new(demo_circuit("boathouse")), demo_job("boathouse"))
    expect(session.next.because.join).to match(/makes no good contact: steps? \d+/)
  end
end
