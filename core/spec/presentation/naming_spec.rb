# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::Naming do
  {
    "porch/2.red" => "red of cable 2",
    "porch/1.white_2" => "white 2 of cable 1",
    "S1.common" => "the common screw of S1",
    "S1.traveler_1" => "the traveler 1 screw of S1",
    "porch.box" => "the metal box"
  }.each do |point, name|
    it "calls #{point} #{name}" do
      expect(described_class.point(point)).to eq(name)
    end
  end

  it "calls a junction that no job knows of what it is" do
    unseen = "#{Dielectra::Design::Layout::UNSEEN}_1"
    expect([described_class.place("stairs_top"), described_class.place(unseen)]).to eq(
      ["stairs top", "unknown junction"]
    )
  end

  { %w[] => "", %w[a] => "a", %w[a b] => "a and b", %w[a b c] => "a, b and c" }.each do |items, words|
    it "lists #{items.size} as \"#{words}\"" do
      expect(described_class.list(items)).to eq(words)
    end
  end

  it "calls switches side by side by where they are, and loads by what they are" do
    job = demo_job("watch_room")
    expect(%w[S1 S2 S3].map { |id| described_class.switch(id, job) }).to eq(
      ["left watch room", "middle watch room", "right watch room"]
    )
    expect(described_class.groups(job.goal)).to eq(["gallery deck light", "fan", "watch ceiling light"])
    expect(described_class.switch("S1", demo_job("tower_stair"))).to eq("tower door")
    expect(described_class.groups(demo_job("tower_stair").goal)).to eq(["light"])
  end
end
