# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Lesson do
  it "has thirty houses in the order of the levels, each with something of its own to teach" do
    lessons = described_class.all
    expect(lessons.map(&:number)).to eq((1..30).to_a)
    expect(lessons.map(&:level)).to eq(lessons.map(&:level).sort)
    expect(lessons.map(&:teaches).uniq.size).to eq(30)
  end

  it "gives houses that have that trouble, and that can be put right" do
    described_class.all.each do |lesson|
      scenario = lesson.scenario
      expect([scenario.family, scenario.trouble]).to eq([lesson.family, lesson.trouble])
      expect(Dielectra::Practice::PerfectInformation.new(scenario)).to be_repairable
      exercise = Dielectra::Practice::Exercise.new(nil, nil, lesson: lesson.number)
      expect(exercise).not_to be_right unless lesson.trouble.end_with?("intermittent")
    end
  end

  it "knows no other" do
    expect { described_class.at(31) }.to raise_error(Dielectra::InvalidInput, /no lesson/)
  end
end
