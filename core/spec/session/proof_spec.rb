# frozen_string_literal: true

RSpec.describe Dielectra::Session::Proof do
  let(:session) { opened("tower_stair", "tower_door") }
  let(:controls) { session.job.goal.controls.map(&:id) }

  # The proof after looks at the light, each with the toggles up or down.
  def proof(**looks)
    watched =
      looks.map do |ups, light|
        [
          controls.zip(ups.to_s.chars).to_h { |id, way| [id, way == "u" ? "up" : "down"] },
          light,
          session.situation.arrangement
        ]
      end
    described_class.new(session.job, session.situation, Dielectra::Session::Watches.new(watched))
  end

  it "is complete once every control was seen to work the light from every state of the others" do
    expect(
      [proof(uu: "on", ud: "off", dd: "on", du: "off").complete?, proof(uu: "on", ud: "off", dd: "on").complete?]
    ).to eq([true, false])
  end

  it "has what was not watched left, the nearest first" do
    left = proof(uu: "on", ud: "off").missing
    expect(left.map { |raised| raised.values_at(*controls) }).to contain_exactly([false, false], [false, true])
  end

  it "has the look left that does not go with the rest" do
    left = proof(uu: "on", ud: "off", dd: "on", du: "on")
    expect([left.complete?, left.missing.map { |raised| raised.values_at(*controls) }]).to eq([false, [[false, true]]])
    expect(left.next_missing).to eq(left.missing.first)
  end
end

RSpec.describe Dielectra::Session::Proof, "of two switches" do
  let(:situation) { Dielectra::Evidence::Situation.start(demo_job("tower_stair")) }
  let(:as_found) { situation.arrangement }

  def proof(*watched) =
    described_class.new(
      demo_job("tower_stair"),
      situation,
      Dielectra::Session::Watches.new(watched.map { |one, two, light| [{ "S1" => one, "S2" => two }, light, as_found] })
    )

  it "is complete when the light was seen to obey in all four" do
    good = [%w[up up on], %w[up down off], %w[down down on], %w[down up off]]
    expect([proof(*good).complete?, proof(*good.first(3)).complete?]).to eq([true, false])
  end

  it "is not complete when one control does nothing in one state" do
    expect(proof(%w[up up on], %w[up down off], %w[down down off], %w[down up off]).complete?).to be(false)
  end

  it "counts on and off as up and down, and the last look" do
    seen = proof(%w[up up off], %w[on on on]).seen
    expect(seen).to eq({ "S1" => true, "S2" => true } => "on")
  end

  it "forgets what was watched before the last change" do
    other = as_found.with_joints("tower_door", from: [], to: [%w[tower_door/1.black S1.common]])
    watches = Dielectra::Session::Watches.new([[{ "S1" => "up", "S2" => "up" }, "on", other]])
    expect(described_class.new(demo_job("tower_stair"), situation, watches).seen).to be_empty
  end

  it "goes on with the nearest combination" do
    at =
      situation.after({ "do" => "set", "device" => "S1", "to" => "up", "answer" => { "ok" => true } }, 1).after(
        { "do" => "set", "device" => "S2", "to" => "up", "answer" => { "ok" => true } },
        2
      )
    done = Dielectra::Session::Watches.new([[{ "S1" => "up", "S2" => "up" }, "on", as_found]])
    expect(described_class.new(demo_job("tower_stair"), at, done).next_missing.values.count(true)).to eq(1)
  end
end

RSpec.describe Dielectra::Session::Proof, "of one switch" do
  let(:job) { demo_job("boathouse") }
  let(:situation) { Dielectra::Evidence::Situation.start(job) }

  def proof(*looks)
    watched = looks.map { |at, light| [{ job.goal.controls.first.id => at }, light, situation.arrangement] }
    described_class.new(job, situation, Dielectra::Session::Watches.new(watched))
  end

  def left(*looks) = proof(*looks).missing.flat_map(&:values)

  it "takes no single look for enough" do
    expect([left(%w[up on], %w[down off]), left(%w[up on], %w[down off], %w[up on])]).to eq([[true], []])
  end

  it "says whether it goes on or begins again" do
    looks = [[%w[up on]], [%w[up on], %w[down off]]]
    expect(looks.map { |some| proof(*some).repeating? }).to eq([false, true])
  end

  it "is not made by a look that another contradicts" do
    expect(left(%w[up on], %w[down off], %w[up off])).not_to be_empty
  end
end
