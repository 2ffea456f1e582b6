# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Corrections do
  let(:job) { demo_job("tower_stair") }

  def labels(step) = described_class.of(step, job).map { |row| row["label"] }

  it "offers what else could have been seen or read, in the supply's volts" do
    expect(labels("do" => "watch", "answer" => { "loads" => { "L1" => "on" } })).to eq(
      ["light off", "light dim", "light flickers"]
    )
    expect(labels("do" => "probe", "answer" => { "volts" => 0.2 })).to eq(["120 V"])
    expect(labels("do" => "probe", "answer" => { "ohms" => 18.0 })).to eq(["under 3 Ω", "no reading"])
    expect(labels("do" => "set", "answer" => { "ok" => true })).to eq([])
  end

  it "corrects one of several loads that have switches of their own" do
    answer = { "loads" => { "L1" => "on", "F1.fan" => "off", "F1.light" => "off" } }
    rows = described_class.of({ "do" => "watch", "answer" => answer }, demo_job("watch_room"))
    expect(rows.to_h { |row| [row["label"], row["answer"]["loads"].values] }).to eq(
      "gallery deck light off" => %w[off off off],
      "fan on" => %w[on on off],
      "watch ceiling light on" => %w[on off on]
    )
  end
end
