# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Bonding do
  let(:situation) { opened("tower_stair", "tower_door").situation }
  let(:ground) { %w[S1.ground tower_door.box tower_door/1.bare tower_door/2.bare] }
  let(:white) { %w[tower_door/1.white tower_door/2.white] }

  def joined(joints) = described_class.new(situation).joined("tower_door", joints)

  it "leaves grounds alone that are all joined" do
    expect([joined([white, ground]), described_class.new(situation).missing]).to eq([nil, {}])
  end

  [
    ["a splice that touches neither box nor yoke", [%w[tower_door/1.bare tower_door/2.bare]]],
    ["loose wires", []],
    ["an empty green screw", [%w[tower_door.box tower_door/1.bare tower_door/2.bare]]]
  ].each do |what, found|
    it "joins #{what} to the box and the yoke" do
      expect(joined([white, *found]).map(&:sort)).to contain_exactly(white, ground)
    end
  end

  it "touches nothing where a ground is on a conductor that carries current" do
    expect(joined([white, %w[tower_door/1.bare tower_door/1.black]])).to be_nil
  end
end
