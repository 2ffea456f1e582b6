# frozen_string_literal: true

RSpec.describe Dielectra::Practice::Wall do
  Dielectra::Practice::Families::ALL.each_key do |family|
    it "lays a right house of family #{family}: valid, obeying, with no hazard but that of its scheme" do
      [3, 8].each do |seed|
        wall = described_class.new(family, Random.new(seed))
        circuit = Dielectra::Circuit.read(wall.circuit_document([]))
        job = Dielectra::Evidence::Job.read(Dielectra::Practice::Call.new(wall, circuit, Random.new(seed)).document)
        inspection = Dielectra::Practice::Inspection.new(circuit, job)
        scheme = Dielectra::Practice::Families::ALL.fetch(family).scheme
        known = scheme == :present ? [] : ["the neutral of L1 is switched"]
        expect([inspection.obeys?, inspection.hazards]).to eq([true, known])
      end
    end
  end
end
