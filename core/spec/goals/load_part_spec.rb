# frozen_string_literal: true

RSpec.describe Dielectra::Goals::LoadPart do
  { "L1" => ["L1", nil], "R1.1" => %w[R1 1], "R1.2" => %w[R1 2] }.each do |name, parts|
    it "reads #{name}, and writes it the same" do
      part = described_class.parse(name)
      expect([part.to_a, part.to_s]).to eq([parts, name])
    end
  end
end
