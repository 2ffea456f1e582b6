# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Shares do
  let(:world) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")).belief.world }
  let(:known) { world.toggles_of({ "S1" => true, "S2" => false }, { "S1" => nil, "S2" => nil }) }
  let(:unknown) { world.toggles_of({ "S1" => nil, "S2" => false }, { "S1" => [:a], "S2" => nil }) }

  it "puts everything on the one combination that is known" do
    shares = described_class.new(known, nil)
    bit = world.bit({ "S1" => true, "S2" => false })
    expect([shares.of(bit), shares.of(world.every & ~bit), shares.of(0)]).to eq([1.0, 0.0, 0.0])
  end

  it "shares evenly over what nobody knows, and sums to one" do
    shares = described_class.new(unknown, nil)
    up, down = [true, false].map { |one| shares.of(world.bit({ "S1" => one, "S2" => false })) }
    expect([up, down, shares.of(world.every)]).to match([0.5, 0.5, 1].map { |share| be_within(1e-9).of(share) })
  end

  it "weighs a sum by the same shares" do
    expect(described_class.new(unknown, nil).sum_over(world.every) { 3.0 }).to be_within(1e-9).of(3.0)
  end
end
