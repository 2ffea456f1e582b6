# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Sockets do
  let(:job) do
    document = demo_job("signal_gallery").document
    light = document["loads"].first
    wanted = { "kind" => "restore", "control" => { "R1" => document["controls"].map { |row| row["id"] } } }
    loads = [light.merge("id" => "R1", "kind" => "receptacle")]
    Dielectra::Evidence::Job.new(document.merge("loads" => loads, "wanted" => wanted))
  end

  def shown(answer, tool: "plug_in", at: ["R1"]) =
    described_class.shown({ "do" => "probe", "tool" => tool, "at" => at, "answer" => answer }, job)

  it "is on where a tester finds hot and neutral, off where it does not" do
    found = { "hot" => "found", "neutral" => "found", "ground" => "found" }
    expect([found, found.merge("hot" => "open"), found.merge("neutral" => "open")].map { |one| shown(one) }).to eq(
      [{ "R1" => "on" }, { "R1" => "off" }, { "R1" => "off" }]
    )
  end

  it "is on by volts between its two sides" do
    ends = %w[R1.hot_1 R1.neutral_1]
    expect([119, 4].map { |volts| shown({ "volts" => volts }, tool: "voltage", at: ends) }).to eq(
      [{ "R1" => "on" }, { "R1" => "off" }]
    )
  end

  it "means one half by the terminals of that half" do
    expect(described_class.ends("R1.2")).to eq(%w[R1.hot_2 R1.neutral_2])
  end

  it "says nothing of other readings" do
    expect(shown({ "volts" => 119 }, tool: "voltage", at: %w[a/1.black a/1.white])).to be_nil
  end
end
