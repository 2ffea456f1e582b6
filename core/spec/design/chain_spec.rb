# frozen_string_literal: true

RSpec.describe Dielectra::Design::Chain do
  let(:chain) { described_class.at(%w[a b c], %w[l]) }
  let(:present) { Dielectra::Design::Scheme::PRESENT }

  it "has two travelers for each hop between neighbors" do
    expect(chain.travelers).to eq([%w[traveler_1 traveler_2], %w[traveler_1_2 traveler_2_2]])
  end

  it "gives each control its duty by where it stands, the load its own, and a stranger none" do
    roles = %w[a b c l x].map { |id| chain.duty(id, present)&.role }
    expect(roles).to eq([:first, :middle, :last, :light, nil])
  end

  it "turns round with its order" do
    turned = chain.in_order(chain.controls.reverse)
    expect([turned.places, turned.load_places, turned.duty("c", present).role]).to eq([%w[c b a], %w[l], :first])
  end

  it "shares line and neutral with other chains and nothing else" do
    second = described_class.new(chain.controls, chain.loads, number: 1)
    functions = %w[line neutral load traveler_1]
    shared = functions.select { |function| second.named(function) == chain.named(function) }
    expect(shared).to eq(%w[line neutral])
  end

  it "may have two devices in one place" do
    seats = [%w[S1 hall], %w[S2 hall]].map { |id, place| Dielectra::Design::Seat.new(id, place) }
    both = described_class.new(seats, [Dielectra::Design::Seat.new("L1", "ceiling")])
    expect([both.places, %w[S1 S2].map { |id| both.duty(id, present).role }]).to eq([%w[hall hall], %i[first last]])
  end
end
