# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Port do
  def port(id, *wires)
    described_class.new(
      [
        Dielectra::Circuit::CableEnd.read(
          "id" => id,
          "type" => "raceway",
          "conductors" => wires.map { |name, color| { "id" => name, "color" => color } }
        )
      ]
    )
  end

  it "pairs what has a color of its own, and like ones in every way" do
    here = port("a/1", %w[black_1 black], %w[white white], %w[black_2 black])
    there = port("b/1", %w[white white], %w[black_1 black], %w[black_2 black])
    expect(here.pairings(there)).to contain_exactly([1, 0, 2], [2, 0, 1])
  end

  it "is alike only where type and colors are" do
    expect(port("a/1", %w[red red], %w[white white]).alike?(port("b/1", %w[black black], %w[white white]))).to be(false)
  end
end
