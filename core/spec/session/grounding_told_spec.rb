# frozen_string_literal: true

RSpec.describe Dielectra::Session::Grounding do
  # The words for a hall box with such metal, by how it was read
  def told(metal, read, grounds: ["hall/1.bare"])
    box = instance_double(Dielectra::Evidence::OpenedBox, grounded?: grounds.any?)
    situation = instance_double(Dielectra::Evidence::Situation, opened_boxes: ["hall"], box:)
    bond = instance_double(Dielectra::Session::Bond, metal:)
    allow(bond).to receive(:of) { |point| read[point] }
    allow(Dielectra::Session::Bond).to receive(:new).and_return(bond)
    described_class.new(instance_double(Dielectra::Session::Troubleshooting, situation:)).to_h["hall"]
  end

  it "goes by the metal of the box, and by nothing beside it" do
    expect(told(%w[hall.box S1.ground], { "hall.box" => :path })).to eq("path")
    expect(told(%w[hall.box S1.ground], { "hall.box" => :no_path, "S1.ground" => :path })).to eq("no_path")
    expect(told(%w[hall.box S1.ground], { "S1.ground" => :path })).to eq("not_measured")
  end

  it "goes by the yokes in a plastic box, one without a path being enough" do
    expect(told(%w[S1.ground S2.ground], { "S1.ground" => :path, "S2.ground" => :no_path })).to eq("no_path")
    expect(told(%w[S1.ground], {})).to eq("not_measured")
    expect(told(%w[S1.ground], {}, grounds: [])).to eq("no_path")
  end
end
