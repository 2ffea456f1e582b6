# frozen_string_literal: true

RSpec.describe Dielectra::Trade::KindName do
  # A name, the kind alone, broken tabs, and what is told of the screws.
  [
    ["three_way", "three_way", [], nil],
    ["receptacle-hot_tab", "receptacle", %w[hot_tab], nil],
    ["receptacle-hot_tab-neutral_tab", "receptacle", %w[hot_tab neutral_tab], nil],
    ["three_way@t2,t1,t3", "three_way", [], "t2,t1,t3"]
  ].each do |name, plain, tabs, screws|
    it "reads #{name}" do
      expect([described_class.plain(name), described_class.broken_tabs(name), described_class.screws(name)]).to eq(
        [plain, tabs, screws]
      )
    end
  end

  it "breaks a tab off once" do
    once = described_class.without_tab("receptacle", "hot_tab")
    expect([once, described_class.without_tab(once, "hot_tab")]).to eq(%w[receptacle-hot_tab receptacle-hot_tab])
  end
end
