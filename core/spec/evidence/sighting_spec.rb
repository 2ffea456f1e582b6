# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Sighting do
  let(:job) { demo_job("signal_gallery") }

  it "says one thing of each load the answer names, and what the ones before it showed" do
    ids = job.loads.map(&:id)
    seen = described_class.lights({ "loads" => ids.to_h { |id| [id, "on"] } }, job)
    expect(seen.map { |one| [one.what, one.at, one.reading] }).to eq(ids.map { |id| [:lamp, id, "on"] })
    expect(seen.first.along).to eq([])
  end

  it "says nothing of a load that the answer leaves out" do
    expect(described_class.lights({ "loads" => {} }, job)).to eq([])
  end
end
