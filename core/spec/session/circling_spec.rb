# frozen_string_literal: true

RSpec.describe Dielectra::Session::Circling do
  let(:done) { { "answer" => { "ok" => true } } }
  let(:most) { Dielectra::Session::Troubleshooting }

  def circling?(*steps) = described_class.new(log_of(*steps)).circling?

  def moved(*joints) = { "do" => "arrange", "place" => "hall", "joints" => joints, **done }

  it "sees a breaker that was switched too often" do
    off = { "do" => "breaker", "device" => "B1", "to" => "off", **done }
    expect(circling?(*([off] * most::MOST_SWITCHED))).to be(true)
    expect(circling?(*([off] * (most::MOST_SWITCHED - 1)))).to be(false)
  end

  it "sees wires that are moved without a reading, and a box joined in one way again and again" do
    ways = Array.new(most::MOST_MOVED) { |at| moved(["hall/1.black", "hall/#{at + 2}.black"]) }
    expect(circling?(*ways)).to be(true)
    watch = { "do" => "watch", **done }
    same = Array.new(most::MOST_REPEATED + 1) { [moved(%w[hall/1.black S1.common]), watch] }.flatten
    expect(circling?(*same)).to be(true)
    expect(circling?(*same.drop(2))).to be(false)
  end
end
