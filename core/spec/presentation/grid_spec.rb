# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Grid do
  it "keeps what was found apart from what is proved" do
    done = play(Dielectra::Practice::House.new(demo_circuit("boathouse")), demo_job("boathouse"))
    rows = described_class.new(done).to_a.to_h { |row| [row["positions"]["S1"], row["now"]] }
    expect(rows).to eq("up" => %w[on], "down" => %w[off])
  end
end
