# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Grid do
  it "keeps what was found apart from what is proved" do
    done = play(Dielectra::Practice::House.new(demo_circuit("boathouse")), demo_job("boathouse"))
    rows = described_class.new(done).to_a.to_h { |row| [row["positions"]["S1"], row["now"]] }
    expect(rows).to eq("up" => %w[on], "down" => %w[off])
  end

  it "has the positions of its own switches for each load, where several have some" do
    session = Dielectra::Session::Troubleshooting.new(demo_job("watch_room"))
    report = { "do" => "report", "positions" => { "S3" => "up" }, "answer" => { "loads" => { "F1.light" => "off" } } }
    session.record(report)
    groups = described_class.new(session).groups
    expect(groups.map { |group| group.values_at("name", "loads") }).to eq(
      [["gallery deck light", ["L1"]], ["fan", ["F1.fan"]], ["watch ceiling light", ["F1.light"]]]
    )
    expect(groups.last["rows"]).to eq(
      [{ "positions" => { "S3" => "up" }, "found" => "off" }, { "positions" => { "S3" => "down" }, "found" => nil }]
    )
    expect(described_class.new(Dielectra::Session::Troubleshooting.new(demo_job("boathouse"))).groups).to eq(
      [{ "name" => "light", "loads" => ["L1"], "rows" => [] }]
    )
  end
end
