# frozen_string_literal: true

RSpec.describe Dielectra::Repair::RewireSearch do
  # The cost of every way there is, run by run.
  def exhaustive(rewire, hypothesis, situation, layout, runs, choices)
    search =
      described_class::Search.new(
        hypothesis:,
        situation:,
        layout:,
        runs:,
        choices:,
        boxes: rewire.send(:boxes, hypothesis, runs),
        works: rewire.send(:works, hypothesis, situation, layout),
        costs: {
        },
        off_color: runs.map { [] },
        priced: 0
      )
    first, *rest = choices.map { |list| list.each_index.to_a }
    first
      .product(*rest)
      .map { |picks| picks.each_index.sum { |depth| rewire.send(:price, search, depth, picks.first(depth + 1)) } }
  end

  {
    "boathouse" => %w[slip_door],
    "tower_stair" => %w[tower_door],
    "passage" => [],
    "horn_shed" => %w[shed_door]
  }.each do |name, places|
    it "finds in #{name} what going through every way finds" do
      session = opened(name, *places)
      rewire = described_class.new(session.job, Dielectra::Repair::BoxWork.new(session.job, session.costs))
      hypotheses =
        session
          .belief
          .hypotheses
          .group_by { |item| item.deviations.map(&:kind) }
          .map { |_, alike| alike.first }
          .first(6)
      compared =
        hypotheses.flat_map do |hypothesis|
          rewire
            .send(:orders, hypothesis.skeleton)
            .filter_map do |layout, runs|
              choices = runs.map { |run| Dielectra::Repair::ConductorChoices.new.send(:choices, layout, run, []) }
              next if choices.any?(&:empty?) || choices.map(&:size).reduce(:*) > 3_000

              best = rewire.send(:search, hypothesis, session.situation, layout, runs, choices, nil)
              [
                best.first.round(6),
                exhaustive(rewire, hypothesis, session.situation, layout, runs, choices).min.round(6)
              ]
            end
        end
      expect(compared).not_to be_empty
      expect(compared.map(&:first)).to eq(compared.map(&:last))
    end
  end

  describe "with the budget of a situation used up" do
    let(:session) { opened("tower_stair", "tower_door") }
    let(:rewire) { described_class.new(session.job, Dielectra::Repair::BoxWork.new(session.job, session.costs)) }

    # How many layouts are searched for the best rewire
    def searches(hypothesis)
      count = 0
      allow(rewire).to receive(:search).and_wrap_original do |original, *more|
        count += 1
        original.call(*more)
      end
      rewire.best(hypothesis, session.situation, [])
      count
    end

    it "still finds a rewire, and stops at the first layout that has one" do
      hypothesis = session.belief.hypotheses.find { |one| searches(one) > 1 }
      stub_const("#{described_class}::PLENTY", -1)
      expect(searches(hypothesis)).to eq(1)
      expect(rewire.best(hypothesis, session.situation, [])).not_to be_nil
    end
  end
end
