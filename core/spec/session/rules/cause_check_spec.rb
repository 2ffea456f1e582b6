# frozen_string_literal: true

RSpec.describe Dielectra::Session::CauseCheck do
  let(:job) { Dielectra::Evidence::Job.read(demo_document("tower_stair.job.json").merge("steps" => [])) }
  let(:house) do
    failed = { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[common traveler_1] }
    Dielectra::Practice::House.new(demo_circuit("tower_stair").with(faults: [failed]), job:)
  end
  let(:session) { Dielectra::Session::Troubleshooting.new(job) }

  def take(step) = session.record(step.merge("answer" => house.answer(step)))

  # The step that CauseCheck inserts before the replacement
  def asked = described_class.new(session).step(repair).to_h

  # A new switch, for whichever of its contacts has failed
  def repair
    plan = session.expected_cost.plans.find { |one| one.replacements.key?("S1") }
    step = session.permits.hands("tower_door").step(:replace, device: "S1", kind: "three_way")
    Dielectra::Session::Action.new(purpose: :repair, subject: plan, minutes: 3.0, value: 0.0, step:, answers: nil)
  end

  it "throws a toggle once for a reading, though nobody knows how the other one stands" do
    take({ "do" => "watch" })
    %w[up down].each do |to|
      take({ "do" => "set", "device" => "S1", "to" => to })
      take({ "do" => "watch" })
    end
    take({ "do" => "breaker", "device" => "B1", "to" => "off" })
    %w[open prove_dead].each { |act| take({ "do" => act, "place" => "tower_door" }) }
    2.times { take(session.next.to_h) }
    expect([asked.tap { |step| take(step) }, asked].map { |step| step["do"] }).to eq(%w[set probe])
  end
end
