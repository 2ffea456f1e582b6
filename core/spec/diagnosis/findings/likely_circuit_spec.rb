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

  # Kinds whose ohms nobody knows, or that a dead supply stands for
  let(:untold) { %w[contact_resistive leak contact_leaking no_supply] }
  let(:names) { { "load_shorted" => "short", "device_shorted" => "short" } }

  it "says every hidden fault that a file can hold" do
    %w[boathouse watch_room].each do |name|
      session = Dielectra::Session::Troubleshooting.new(demo_job(name))
      session
        .belief
        .hypotheses
        .group_by { |one| one.faults.map { |fault| fault.kind.to_s } }
        .each do |kinds, alike|
          found = likely(session.supposing([alike.first])).faults.map { |fault| fault["kind"] }
          expect(found).to eq((kinds - untold).map { |kind| names.fetch(kind, kind) })
        end
    end
  end

  it "refuses where no wiring known fits" do
    session = Dielectra::Session::Troubleshooting.new(demo_job("boathouse"))
    expect { likely(session.supposing([])) }.to raise_error(Dielectra::InvalidInput, /No wiring/)
  end
end
