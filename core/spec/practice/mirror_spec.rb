# frozen_string_literal: true

# Which brass screw is the first is nothing but a name, and which way a toggle throws nobody can see: neither may change
# a finding.
RSpec.describe Dielectra::Practice::Mirror do
  def lights(circuit) = Dielectra::Physics::Survey.measure(circuit).map { |row| [row["positions"], row["loads"]] }

  def finding(circuit, job)
    conclusion = play(Dielectra::Practice::House.new(circuit), job).next
    [conclusion.status, conclusion.causes.map { |cause| cause.values_at("kind", "place") }.uniq.sort_by(&:to_s)]
  end

  %w[boathouse horn_shed passage tower_stair].each do |name|
    it "is the same house in #{name}, and the same is found in it" do
      circuit = demo_circuit(name)
      expect(lights(described_class.of(circuit))).to eq(lights(circuit))
      expect(finding(described_class.of(circuit), demo_job(name))).to eq(finding(circuit, demo_job(name)))
    end
  end

  { two: :exchanged, conduit: :contact_stuck_open }.each_with_index do |(family, trouble), index|
    it "finds the same in a made-up house of #{family}" do
      made = Dielectra::Practice::Scenario.new(Random.new(700 + index), family:, trouble:)
      expect(finding(described_class.of(made.circuit), made.job)).to eq(finding(made.circuit, made.job))
    end
  end
end
