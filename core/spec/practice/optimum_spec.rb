# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Optimum do
  # The first small case of some made-up house, with its session
  # @param seeds [Enumerable<Integer>] from the first that has one, so that none is played for nothing
  def small(family, seeds = 17..)
    seeds
      .lazy
      .filter_map do |seed|
        scenario = Dielectra::Practice::Scenario.new(Random.new(seed), family:)
        house = Dielectra::Practice::House.new(scenario.circuit)
        session = Dielectra::Session::Troubleshooting.new(scenario.job)
        found = nil
        until found || session.next.is_a?(Dielectra::Session::Conclusion)
          session.record(session.next.to_h.merge("answer" => house.answer(session.next.to_h)))
          found = described_class.small(session)
        end
        found if found&.minutes&.finite? && found.minutes_of_session
      end
      .first
  end

  let(:case_of_one) { small(:one) }

  it "needs no more than the session, and the session little more" do
    expect(case_of_one.minutes_of_session / case_of_one.minutes).to be_between(0.999, 1.25)
  end

  it "gets no cheaper the more there is to be told apart" do
    session, hypotheses = %i[@session @hypotheses].map { |name| case_of_one.instance_variable_get(name) }
    alone =
      hypotheses.map do |hypothesis|
        described_class.new(session, [hypothesis]).minutes * hypothesis.weight / hypotheses.sum(&:weight)
      end
    expect(case_of_one.minutes).to be >= alone.sum - 1e-9
  end

  it "is none where the power is on or nothing is open" do
    expect(described_class.small(Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")))).to be_nil
  end
end
