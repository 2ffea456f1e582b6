# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Person do
  let(:answers) { Array.new(200) { { "reads" => "beep" } } }

  def person(slips: 0.0, unsure: 0.0, random: Random.new(4)) =
    described_class.new(random, slips:, unsure:, volts: 120.0)

  def wrong(person) = answers.count { |answer| person.heard(answer) != answer }

  it "writes down what is so, without chance or without slips" do
    expect([wrong(person), wrong(person(slips: 1.0, random: nil))]).to eq([0, 0])
  end

  it "slips once in a job, or in a share of readings" do
    expect([wrong(person(slips: :one)), wrong(person(slips: 0.25))]).to match([1, be_within(20).of(50)])
  end

  # What is so, and what is written down wrong.
  {
    {
      "reads" => "glow"
    } => {
      "reads" => "dark"
    },
    {
      "ohms" => nil
    } => {
      "ohms" => 0.2
    },
    {
      "ohms" => 14.0
    } => {
      "ohms" => nil
    },
    {
      "volts" => 119.0
    } => {
      "volts" => 0.0
    },
    {
      "volts" => 0.1
    } => {
      "volts" => 120.0
    },
    {
      "loads" => {
        "L1" => "off"
      }
    } => {
      "loads" => {
        "L1" => "on"
      }
    },
    {
      "ok" => true
    } => {
      "ok" => true
    }
  }.each do |answer, written|
    it "writes #{written} for #{answer}" do
      expect(person(slips: 1.0).heard(answer)).to eq(written)
    end
  end

  it "is unsure of the share it is asked to be" do
    doubts = person(unsure: 0.3)
    expect(Array.new(500) { doubts.unsure? }.count(true)).to be_within(40).of(150)
  end
end
