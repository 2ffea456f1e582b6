# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Drill do
  let(:round) { described_class.round(3) }

  def sheet(drill) = Dielectra::Presentation::DrillSheet.new(drill)

  it "asks of each kind, the same for the same seed" do
    again = described_class.round(3)
    expect(round.map(&:kind).tally).to eq(described_class::KINDS.to_h { |kind| [kind, 2] })
    expect(round.map { |one| [one.subject, one.answer] }).to eq(again.map { |one| [one.subject, one.answer] })
  end

  it "has one right answer among its options, and says why" do
    round.each do |drill|
      expect(drill.options.count { |one| drill.right?(one) }).to eq(1)
      marked = sheet(drill).marked(drill.options.index(drill.answer))
      expect(marked).to include("right" => true, "because" => match(/\w+\./))
      expect(sheet(drill).marked(nil)["right"]).to be(false)
    end
  end

  it "asks of a white that is a neutral as often as of one that is not" do
    answers = (0..39).map { |seed| described_class.new((seed * 5) + 2).answer }
    expect(answers.tally.values.min).to be > 10
  end

  it "names the conductors on the screws of the drawn box" do
    drill = round.find { |one| one.kind == "common" }
    expect(JSON.generate(sheet(drill).to_h["box"]["joints"])).to include(*drill.options)
  end
end
