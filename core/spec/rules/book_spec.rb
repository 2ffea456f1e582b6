# frozen_string_literal: true

RSpec.describe Dielectra::Rules::Book do
  let(:book) { described_class.of("north_america") }

  it "names every rule by its article, in our words, with a check that is there" do
    described_class.regions.each do |region|
      described_class
        .of(region)
        .rules
        .each do |rule|
          group, question = rule.check.split(".")
          check = Dielectra::Rules::Checks.const_get(Dielectra::Rules::Checks::GROUPS.fetch(group))
          expect(check.public_method_defined?(question)).to be(true), "#{region} #{rule.name}"
          expect([rule.article, rule.sentence]).to all(match(/\S/))
        end
    end
  end

  it "leaves out what an edition does not have" do
    names = [2008, 2011, 2017].map { |edition| book.rules(edition).map(&:name) }
    expect(names.map { |some| [some.include?("neutral_at_switch"), some.include?("torque")] }).to eq(
      [[false, false], [true, false], [true, true]]
    )
  end

  it "says which editions its articles were compared with" do
    expect([2023, 2026].map { |edition| book.checked?(edition) }).to eq([true, false])
    expect(described_class::EDITIONS).to include(2026)
  end
end
