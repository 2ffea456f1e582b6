# frozen_string_literal: true

RSpec.describe Dielectra::Design::Layout do
  def layout(edges, chain:, loads: ["l"], halves: [], **more) =
    Dielectra::Design::Layout.new(
      tree: Dielectra::Design::Tree.new(edges),
      chains: [Dielectra::Design::Chain.at(chain, loads, halves:)],
      **more
    )

  # What a run carries, by the places at its ends.
  def carried(layout, *edge) = layout.carried(layout.edges.find { |run| run.sort == edge.sort }).sort

  describe "what a run carries" do
    it "is line and neutral in, load and neutral out, where the feed comes in at the switch" do
      fed = layout([%w[panel a], %w[a l]], chain: %w[a])
      expect([carried(fed, "panel", "a"), carried(fed, "a", "l")]).to eq([%w[line neutral], %w[load neutral]])
    end

    it "is line and load, and no neutral, down a switch loop" do
      expect(carried(layout([%w[panel l], %w[l a]], chain: %w[a]), "l", "a")).to eq(%w[line load])
    end

    it "is two travelers and what has to pass between two switches" do
      chain = layout([%w[panel a], %w[a b], %w[b l]], chain: %w[a b])
      dead_end = layout([%w[panel l], %w[l a], %w[a b]], chain: %w[a b])
      expect(carried(chain, "a", "b")).to eq(%w[neutral traveler_1 traveler_2])
      expect(carried(dead_end, "a", "b")).to eq(%w[load traveler_1 traveler_2])
    end

    it "is four where the light hangs between the switches with the travelers through its box" do
      expect(carried(layout([%w[panel a], %w[a l], %w[l b]], chain: %w[a b]), "a", "l")).to eq(
        %w[neutral traveler_1 traveler_2]
      )
      expect(carried(layout([%w[panel a], %w[a l], %w[l b]], chain: %w[b a]), "a", "l")).to eq(
        %w[line load neutral traveler_1 traveler_2]
      )
    end

    it "is each hop's own travelers on either side of a four-way" do
      chain = layout([%w[panel a], %w[a b], %w[b c], %w[c l]], chain: %w[a b c])
      expect([carried(chain, "a", "b"), carried(chain, "b", "c")]).to eq(
        [%w[neutral traveler_1 traveler_2], %w[neutral traveler_1_2 traveler_2_2]]
      )
    end

    it "is line too where one half of a receptacle is always on" do
      expect(carried(layout([%w[panel a], %w[a l]], chain: %w[a], halves: ["l"]), "a", "l")).to eq(
        %w[line load neutral]
      )
    end

    it "is line and neutral to what hangs on beyond, and to a junction nobody knows of what is needed past it" do
      joined = layout([%w[panel _unseen_1], %w[_unseen_1 a], %w[_unseen_1 l], %w[l _onward_1]], chain: %w[a])
      expect(
        [carried(joined, "l", "_onward_1"), carried(joined, "_unseen_1", "a"), carried(joined, "_unseen_1", "l")]
      ).to eq([%w[line neutral], %w[line load], %w[line load neutral]])
      expect(joined.unseen).to eq(["_unseen_1"])
    end
  end

  it "knows when no run would carry too much" do
    wide = layout([%w[panel a], %w[a l], %w[l b]], chain: %w[b a])
    expect([wide.within?(4), wide.within?(5)]).to eq([false, true])
  end

  it "has given functions at a feed and onward, and none between boxes" do
    expect([%w[panel a], %w[a _onward_1], %w[a l]].map { |edge| described_class.polarized(edge) }).to eq(
      [:feed, :onward, nil]
    )
  end

  it "calls functions by the field's roles" do
    expect(%w[line traveler_2_3 leg_1 load neutral].map { |function| described_class.role(function) }).to eq(
      %w[line traveler load load neutral]
    )
  end
end
