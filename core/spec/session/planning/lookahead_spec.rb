# frozen_string_literal: true

RSpec.describe Dielectra::Session::Lookahead do
  # Four signatures that weigh alike, of which the first and the last call for one repair and the others for another:
  # neither of two readings tells anything by itself, both together tell all.
  let(:expected_cost) do
    Class
      .new do
        def signature_weights(_) = { [0, 0] => 0.25, [1, 1] => 0.25, [2, 1] => 0.25, [3, 0] => 0.25 }

        def plans = %i[one other]

        # Four minutes for each half of the weight that would be repaired in vain.
        def doubt(row) = 8.0 * row.min
      end
      .new
  end
  let(:first) { [1.0, 1.0, 0.0, 0.0] }
  let(:second) { [1.0, 0.0, 1.0, 0.0] }
  let(:idle) { [0.5, 0.5, 0.5, 0.5] }

  def lookahead(*questions, minutes: 0.5) = described_class.new(expected_cost, nil, questions, minutes)

  it "is worth what two readings tell together where neither tells anything by itself" do
    expect(lookahead(first).minutes_after(0)).to be_within(1e-9).of(0.5 + 4.0)
    expect(lookahead(first, second).minutes_after(0)).to be_within(1e-9).of(0.5 + 0.5)
  end

  it "takes no further reading that costs more than the doubt it could take away" do
    expect(lookahead(first, second, minutes: 9.0).minutes_after(0)).to be_within(1e-9).of(9.0 + 4.0)
  end

  it "leaves the doubt as it is after a reading that says nothing" do
    expect(lookahead(idle).minutes_after(0)).to be_within(1e-9).of(0.5 + 4.0)
  end

  it "puts the reading that tells most by itself first" do
    telling = [1.0, 0.0, 0.0, 1.0]
    expect(lookahead(idle, telling, first).best(1)).to eq([1])
  end
end
