# frozen_string_literal: true

RSpec.describe Dielectra::Physics::DisjointSets do
  it "keeps an equivalence: whatever the order of joins, what is connected is the same" do
    pairs = [%w[a b], %w[c d], %w[b c], %w[e f]]
    answers =
      pairs.permutation.map do |order|
        sets = described_class.new
        order.each { |pair| sets.join(*pair) }
        %w[a b c d e f].combination(2).select { |pair| sets.together?(*pair) }
      end
    expect(answers.uniq).to eq([[%w[a b], %w[a c], %w[a d], %w[b c], %w[b d], %w[c d], %w[e f]]])
  end

  it "has each name it never heard of by itself" do
    expect(described_class.new.together?("x", "y")).to be(false)
  end
end
