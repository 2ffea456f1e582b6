# frozen_string_literal: true

RSpec.describe Dielectra::Evidence::Elsewhere do
  # @param steps [Array<Hash>] with their answers
  def changes(*steps)
    session = Dielectra::Session::Troubleshooting.for(demo_job("tower_stair"))
    steps.each { |step| session.record(step) }
    [described_class.new(session.log, session.job).changes, Dielectra::Presentation::Elsewhere.new(session).to_a]
  end

  def look(also = nil) =
    {
      "do" => "watch",
      "answer" => { "loads" => { "L1" => "on" }, "breakers" => { "B1" => "on" }, "also" => also }.compact
    }

  def thrown(to) = { "do" => "set", "device" => "S1", "to" => to, "answer" => { "ok" => true } }

  it "names the toggle that a light nobody listed changed with" do
    found, sentences = changes(look, thrown("up"), look({ "back_hall" => "on" }))
    expect(found.map { |one| [one.light, one.shows, one.with.kind] }).to eq([%w[back_hall on set]])
    expect(sentences).to match([/switch also controls the back hall light: seen in step 3/])
  end

  it "names the breaker" do
    off = { "do" => "breaker", "device" => "B1", "to" => "off", "answer" => { "ok" => true } }
    _, sentences = changes(look, off, look({ "hall" => "off" }))
    expect(sentences).to eq(["Breaker B1 also feeds the hall light: seen in step 3."])
  end

  it "says nothing where two things were done, or none" do
    found, = changes(look, thrown("up"), { **thrown("up"), "device" => "S2" }, look({ "hall" => "on" }))
    expect(found).to be_empty
    found, = changes(look, look({ "hall" => "on" }))
    expect(found).to be_empty
  end

  it "counts one change once, whichever way the toggle was thrown" do
    found, = changes(look, thrown("up"), look({ "hall" => "on" }), thrown("down"), look({ "hall" => "off" }))
    expect(found.size).to eq(1)
  end
end
