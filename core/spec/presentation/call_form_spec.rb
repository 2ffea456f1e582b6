# frozen_string_literal: true

RSpec.describe Dielectra::Presentation::CallForm do
  it "offers exactly what a draft takes, each with words" do
    form = described_class.to_h
    draft = Dielectra::Evidence::Draft
    values = ->(name) { form[name].map { |row| row["value"] } }
    expect([values["loads"], values["methods"], values["volts"]]).to eq(
      [draft::LOADS.keys, draft::METHODS, draft::VOLTS]
    )
    expect(%w[loads methods volts].flat_map { |name| form[name].map { |row| row["words"] } }).to all(match(/\S/))
  end

  it "makes a job of every combination it offers" do
    form = described_class.to_h
    form["loads"].product(form["volts"], form["methods"]) do |load, volts, method|
      said = {
        "switches" => %w[door stair],
        "light" => "ceiling",
        "load" => load["value"],
        "volts" => volts["value"],
        "method" => method["value"]
      }
      job = Dielectra::Evidence::Job.read(Dielectra::Evidence::Draft.document(said))
      expect([job.supply_volts, job.loads.first.kind]).to eq([volts["value"], load["value"]])
    end
  end
end
