# frozen_string_literal: true

RSpec.describe Dielectra::Learning::Tally do
  let(:session) do
    house = Dielectra::Practice::House.new(demo_circuit("boathouse"), job: demo_job("boathouse"))
    play(house, demo_job("boathouse"))
  end

  def number(kind) = session.steps.index { |step| step["do"] == kind } + 1

  it "counts the cause, the colors and the boxes of a job that is solved" do
    said = described_class.of(session).to_h
    expect(said["causes"].values.sum).to be >= 1
    expect(said["colors"]).to all(satisfy { |_, (hits, of)| hits.between?(0, of) })
    expect(said["onward"].sum).to eq(session.situation.opened_boxes.size)
    expect(said.values_at("method", "year_built")).to eq(session.job.document.values_at("method", "year_built"))
  end

  it "counts whether the label named the right breaker" do
    house = Dielectra::Practice::House.new(demo_circuit("tower_stair"), job: demo_job("tower_stair"))
    lit = play(house, demo_job("tower_stair"))
    expect([session, lit].map { |one| described_class.of(one).to_h["labels"] }).to eq([[0, 0], [0, 1]])
    wrong = Dielectra::Practice::Level.at(11).scenario(3)
    house = Dielectra::Practice::House.new(wrong.circuit, job: wrong.job)
    expect(described_class.of(play(house, wrong.job)).to_h["labels"]).to eq([1, 1])
  end

  it "compares what each step took with the usual minutes" do
    said = described_class.of(session, { number("watch") => 120 }).to_h
    expect(said["minutes"].keys).to eq(["watch"])
    expect(said["minutes"]["watch"]).to all(be_positive)
  end

  it "takes no second tap and no break for the time of a step" do
    session.steps.find { |one| one["do"] == "watch" }
    [1, 4000].each do |seconds|
      expect(described_class.of(session, { number("watch") => seconds }).to_h["minutes"]).to be_empty
    end
  end

  it "has none of a job that goes on" do
    job = demo_job("boathouse")
    expect(described_class.of(Dielectra::Session::Troubleshooting.for(job))).to be_nil
  end
end
