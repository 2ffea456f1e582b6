# frozen_string_literal: true

require_relative "../support/passage"

RSpec.describe Dielectra::Presentation::Loading do
  include Passage

  let(:region) { Dielectra::Trade::Region.at(120) }

  # @return [Hash{String => Hash}] by item
  def parts(steps = [], **more)
    session = Dielectra::Session::Troubleshooting.for(Dielectra::Evidence::Job.read(passage_job(**more)))
    steps.each_with_index { |step, at| session.record(step.merge("id" => at + 1)) }
    described_class.of(session).to_h { |row| [row["item"], row] }
  end

  it "expects the parts of the repairs that a call may come to" do
    report = { "do" => "report", "positions" => { "S1" => "on" }, "answer" => { "loads" => { "L1" => "off" } } }
    rows = parts([report, report.merge("positions" => { "S1" => "off" })], began: "sudden")
    expect(rows.keys).to include("single_pole", "lamp")
    expect(rows["single_pole"]).to include("expected" => be_between(0.01, 1), "most" => 1)
  end

  it "takes what is asked for by name as sure" do
    expect(
      parts(wanted: { "kind" => "change", "control" => { "L1" => ["S1"] }, "fit" => { "S1" => "dimmer" } })
    ).to include("dimmer" => include("most" => 1))
  end

  it "adds up over the calls, likeliest first, and ticks what the van has" do
    calls = [
      [{ "item" => "three_way", "expected" => 0.7, "most" => 2 }, { "item" => "lamp", "expected" => 0.3, "most" => 1 }],
      [
        { "item" => "three_way", "expected" => 0.8, "most" => 2 },
        { "item" => "four_way", "expected" => 0.05, "most" => 1 }
      ]
    ]
    rows = described_class.of_day(calls, ["lamp"], region)
    expect(rows.map { |row| row["words"] }).to eq(
      ["Three-way switch: 2 likely, 4 at most", "Lamps: perhaps, 1 at most"]
    )
    expect(rows.map { |row| row["stocked"] }).to eq([false, true])
  end
end
