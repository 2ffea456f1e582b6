# frozen_string_literal: true

RSpec.describe Dielectra::Session::Watches do
  let(:job) { demo_job("tower_stair") }
  let(:as_found) { Dielectra::Evidence::Arrangement.as_found }
  let(:first) { described_class.new.with({ "S1" => "up" }, "on", as_found, job.goal) }

  def seen(watches) = watches.looks.map(&:first)

  it "tells how a toggle stood before a throw of it alone changed the light" do
    thrown = first.with({ "S1" => "up", "S2" => "down" }, "off", as_found, job.goal)
    expect(seen(thrown)).to eq([{ "S2" => "up", "S1" => "up" }, { "S1" => "up", "S2" => "down" }])
  end

  it "leaves it open where the light did not change, or was unclear" do
    %w[on dim].each do |light|
      expect(seen(first.with({ "S1" => "up", "S2" => "down" }, light, as_found, job.goal)).first).to eq("S1" => "up")
    end
  end

  it "leaves it open where another toggle was thrown as well" do
    thrown = first.with({ "S1" => "down", "S2" => "down" }, "off", as_found, job.goal)
    expect(seen(thrown).first).to eq("S1" => "up")
  end
end
