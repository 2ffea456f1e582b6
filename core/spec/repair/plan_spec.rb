# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Plan do
  def plan(**parts) = described_class.new(places: { "S1" => "door" }, open: %w[door], **parts)

  it "is nothing until something has to be done" do
    expect([plan, plan(lamp: "L1"), plan(replacements: { "S1" => "three_way" })].map(&:nothing?)).to eq(
      [true, false, false]
    )
  end

  it "knows the boxes it works in, and those to open first" do
    work = plan(joints: { "stair" => [] }, replacements: { "S1" => "three_way" }, tapes: { "attic/1.white" => "black" })
    expect([work.places, work.closed_places, work.ready?]).to eq([%w[attic door stair], %w[attic stair], false])
  end

  it "is the same work as another of the same key, whatever the joints of a closed box" do
    one = plan(joints: { "stair" => [%w[a b]] })
    other = plan(joints: { "stair" => [%w[a c]] })
    here = [[%w[a b]], [%w[a c]]].map { |joints| plan(joints: { "door" => joints }) }
    expect([one.key == other.key, here.first.key == here.last.key]).to eq([true, false])
  end
end
