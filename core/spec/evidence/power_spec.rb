# frozen_string_literal: true

# Hands go into a box only while every breaker that may feed it is off.
RSpec.describe Dielectra::Evidence::Power do
  let(:job) { demo_job("tower_stair") }
  let(:start) { Dielectra::Evidence::Situation.start(job) }
  let(:two) do
    Dielectra::Evidence::Situation.start(
      Dielectra::Evidence::Job.read(
        job.document.merge("breakers" => [{ "id" => "B1", "amps" => 15 }, { "id" => "B2", "amps" => 15 }])
      )
    )
  end

  def switched(situation, id, to) =
    situation.after({ "do" => "breaker", "device" => id, "to" => to, "answer" => { "ok" => true } }, 1)

  it "knows nothing of the power before anybody looked" do
    expect([start.power, start.off?]).to eq([nil, false])
  end

  it "is not off while one of two breakers is on" do
    one = switched(switched(two, "B1", "off"), "B2", "on")
    expect([one.power, one.off?]).to eq(["off", false])
    expect(switched(one, "B2", "off").off?).to be(true)
  end

  it "asks for the breaker of another circuit too, once it is known to feed something there" do
    off = switched(start, "B1", "off")
    shared = off.with(other_breakers: { "tower_door" => ["B7"] })
    expect([off.off?, shared.off?, shared.concerned]).to eq([true, false, %w[B1 B7]])
    expect(switched(shared, "B7", "off").off?).to be(true)
  end

  it "lists other breakers that were found on and are off now" do
    left = switched(switched(start, "B1", "off"), "B7", "off")
    expect(left.left_off).to eq(["B7"])
    expect(left.with(breakers_found: { "B7" => "tripped" }).left_off).to be_empty
  end

  it "counts a breaker that was found tripped as found off" do
    look = { "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "tripped" } } }
    expect([start.found_off?, start.after(look, 1).found_off?]).to eq([false, true])
  end
end
