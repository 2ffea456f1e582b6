# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Roles do
  it "is what the true circuit says, once a job is solved" do
    %w[tower_stair boathouse horn_shed].each do |name|
      house = Dielectra::Practice::House.new(demo_circuit(name))
      session = play(house, demo_job(name))
      points = session.situation.opened_boxes.flat_map { |place| session.situation.conductors(place) }
      said = described_class.new(session.belief.world, session.belief.hypotheses.first, session.situation).of(points)
      truth = Dielectra::Practice::TrueRoles.new(house.circuit, session.job).of(points)
      expect(said.slice(*truth.keys)).to eq(truth)
    end
  end
end
