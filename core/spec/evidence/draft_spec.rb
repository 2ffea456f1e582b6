# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Draft do
  def draft(**said) =
    described_class.document({ "switches" => ["Stairs, top"], "light" => "Ceiling" }.merge(said.transform_keys(&:to_s)))

  it "makes ids of names as they are spoken" do
    expect(draft["places"].map { |row| row["id"] }).to eq(%w[panel stairs_top ceiling])
  end

  it "reads as a job, for each thing that may be switched, however its wires run" do
    described_class::LOADS
      .keys
      .product(described_class::METHODS, described_class::VOLTS) do |load, method, volts|
        job = Dielectra::Evidence::Job.read(draft(load:, method:, volts:))
        expect([job.loads.first.kind, job.document["method"], job.supply_volts]).to eq([load, method, volts])
        expect(Dielectra::Session::Troubleshooting.new(job).next.do).to eq("watch")
      end
  end

  { switches: %w[a b c d e], light: "7", load: "heater", method: "tape", volts: 400 }.each do |key, said|
    it "refuses #{key} of #{said}, and says where" do
      expect { draft(key => said) }.to raise_error(Dielectra::InvalidInput) { |error|
        expect(error.pointer).to eq("/draft/#{key}")
      }
    end
  end
end
