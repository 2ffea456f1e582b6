# frozen_string_literal: true

RSpec.describe Dielectra::Diagnosis::Deviation do
  it "has a word in a conclusion for every hidden deviation" do
    expect(described_class::CAUSES.keys).to include(*described_class::HIDDEN)
  end

  it "makes a second deviation rarer beside a first, but not a second box taken apart" do
    shares =
      [[[], :apart], [[:lamp_burnt], :apart], [[:apart], :apart]].map do |kinds, kind|
        described_class.co_occurrence(kinds, kind)
      end
    expect(shares).to match([1.0, be < 1.0, 1.0])
  end
end
