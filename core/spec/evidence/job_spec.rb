# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Job do
  let(:document) { demo_document("tower_stair.job.json") }

  it "lists every combination of its controls" do
    expect(described_class.read(document).goal.combinations.size).to eq(4)
  end

  {
    "no breaker" => [->(d) { d["breakers"] = [] }, "/breakers"],
    "a control nowhere" => [->(d) { d["controls"][0]["place"] = "attic" }, "/controls/0/place"],
    "a wanted control that is not there" => [->(d) { d["wanted"]["control"]["L1"] << "S7" }, "/wanted/control/L1"],
    "a step that is none" => [->(d) { d["steps"] << { "do" => "hope" } }, "/steps/0/do"],
    "one name for two things" => [->(d) { d["breakers"][0]["id"] = "S1" }, ""]
  }.each do |what, (spoil, pointer)|
    it "refuses #{what}" do
      spoil.call(document)
      expect { described_class.read(document) }.to raise_error(Dielectra::InvalidInput) { |error|
        expect(error.pointer).to eq(pointer)
      }
    end
  end

  it "is drafted from a few words" do
    draft = Dielectra::Evidence::Draft.document("switches" => ["Stairs, top", "Hall"], "light" => "Ceiling")
    expect(described_class.read(draft).controls.map(&:place)).to eq(%w[stairs_top hall])
  end

  it "is not drafted from places without names" do
    expect { Dielectra::Evidence::Draft.document("switches" => ["12"], "light" => "Ceiling") }.to raise_error(
      Dielectra::InvalidInput,
      /name for a place/
    )
  end
end
