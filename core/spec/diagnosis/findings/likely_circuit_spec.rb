# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::LikelyCircuit do
  # @return [Session] of a demo job played to its end, and the house
  def worked(name)
    job = Dielectra::Evidence::Job.read(demo_document("#{name}.job.json"))
    house = Dielectra::Practice::House.new(Dielectra::Circuit.read(demo_document("#{name}.circuit.json")), job:)
    [play(house, job), house]
  end

  def likely(session) = described_class.new(session.belief, session.situation).circuit

  %w[tower_stair passage watch_room].each do |name|
    it "does what the house does once #{name} is put right" do
      session, house = worked(name)
      circuit = likely(session)
      expect(Dielectra::Practice::Inspection.new(circuit, session.job).obeys?).to be true
      place = session.situation.opened.keys.first
      joined = ->(one) do
        one.joints.map { |joint| joint.points.grep(%r{\A#{place}/}).sort }.select { |points| points.size > 1 }.sort
      end
      expect(joined.call(circuit)).to eq(joined.call(house.circuit))
    end
  end

  it "holds a hidden fault until it is mended" do
    job = Dielectra::Evidence::Job.read(demo_document("boathouse.job.json"))
    session = Dielectra::Session::Troubleshooting.for(job)
    supposed = session.belief.hypotheses.find { |one| one.faults.any? { |fault| fault.kind == :lamp_burnt } }
    session = session.supposing([supposed]) if supposed
    kinds = likely(session).faults.map { |fault| fault["kind"] }
    expect(kinds).to eq(supposed ? ["lamp_burnt"] : session.belief.hypotheses.first.faults.map { |one| one.kind.to_s })
  end
end
