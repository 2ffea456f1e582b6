# frozen_string_literal: true

RSpec.describe Dielectra::Repair::Target do
  let(:porch) do
    Dielectra::Design::Layout.new(
      tree: Dielectra::Design::Tree.new([%w[panel porch], %w[porch light]]),
      chains: [Dielectra::Design::Chain.at(%w[porch], ["light"])]
    )
  end
  let(:workmanship) do
    Dielectra::Design::Workmanship.new(
      [Dielectra::Design::Workmanship::Fitting.new("S1", "single_pole", porch.duty("porch"))]
    )
  end
  let(:grounds) { %w[a/1.bare a/2.bare S1.ground] }
  let(:feed_through) do
    {
      "a/1.black" => "line",
      "a/1.white" => "neutral",
      "a/2.black" => "load",
      "a/2.white" => "neutral",
      "a/2.red" => nil
    }
  end

  def target(current, functions) = described_class.new(current:, functions:, workmanship:, grounds:)

  it "changes nothing where all is right, whichever screw is which" do
    current = [%w[S1.terminal_2 a/1.black], %w[S1.terminal_1 a/2.black], %w[a/1.white a/2.white], grounds]
    expect(target(current, feed_through).changed).to be_empty
  end

  it "joins a box that was taken apart, grounds included" do
    joints = target([], feed_through).joints
    expect(joints).to include(%w[a/1.white a/2.white], grounds.sort)
    expect(joints.count { |joint| joint.any? { |point| point.start_with?("S1.terminal") } }).to eq(2)
  end

  it "leaves grounds as they are found, even where not all are joined" do
    current = [%w[S1.terminal_1 a/1.white], %w[a/1.black a/2.white], %w[a/1.bare a/2.bare]]
    expect(target(current, feed_through).joints).to include(%w[a/1.bare a/2.bare])
  end

  it "keeps a spare where it is spliced, and takes it off a screw" do
    spliced = [%w[S1.terminal_1 a/1.black], %w[S1.terminal_2 a/2.black], %w[a/1.white a/2.red a/2.white], grounds]
    expect(target(spliced, feed_through).changed).to be_empty
    screwed = [%w[S1.terminal_1 a/1.black], %w[S1.terminal_2 a/2.red], %w[a/1.white a/2.white], grounds]
    expect(target(screwed, feed_through).joints.flatten).not_to include("a/2.red")
  end

  it "takes a bare wire out of a live joint" do
    current = [%w[S1.terminal_1 a/1.bare a/1.black], %w[S1.terminal_2 a/2.black], %w[a/1.white a/2.white]]
    live = target(current, feed_through).joints.find { |joint| joint.include?("a/1.black") }
    expect(live).not_to include("a/1.bare")
  end
end
