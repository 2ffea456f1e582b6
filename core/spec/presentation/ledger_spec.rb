# frozen_string_literal: true

require "csv"

RSpec.describe Dielectra::Presentation::Ledger do
  it "has a row for each step, the answer in one word where it is one" do
    steps = [
      { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } } },
      { "do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true } },
      { "do" => "watch", "answer" => { "cannot" => "the door is locked, \"again\"" } }
    ]
    rows = CSV.parse(described_class.new(demo_job("tower_stair").with_steps(steps)).to_s, headers: true)
    expect(rows.map { |row| row.to_h.values_at("number", "do", "device", "to", "answer") }).to eq(
      [
        ["1", "watch", nil, nil, '{"loads":{"L1":"off"},"breakers":{"B1":"on"}}'],
        %w[2 set S1 up true],
        ["3", "watch", nil, nil, 'the door is locked, "again"']
      ]
    )
  end

  it "writes nothing that a spreadsheet would take for a formula" do
    steps = %w[=1+1 +A1 @sum -2+3].map { |why| { "do" => "watch", "answer" => { "cannot" => why } } }
    steps << { "do" => "probe", "tool" => "voltage", "at" => %w[a b], "answer" => { "volts" => -3.5 } }
    rows = CSV.parse(described_class.new(demo_job("tower_stair").with_steps(steps)).to_s, headers: true)
    expect(rows.map { |row| row["answer"] }).to eq(%w['=1+1 '+A1 '@sum '-2+3 -3.5])
  end
end
