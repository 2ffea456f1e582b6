# frozen_string_literal: true

RSpec.describe Dielectra::Session::Wish do
  let(:house) { Dielectra::Practice::House.new(demo_circuit("tower_stair")) }
  let(:session) { Dielectra::Session::Troubleshooting.new(demo_job("tower_stair")) }

  def wish(fields, of: session) = described_class.new(of, fields)

  def take(step, of: session) = of.record(step.merge("answer" => house.answer(step)))

  it "grants what is always safe" do
    set = wish({ "do" => "set", "device" => "S1", "to" => "up" })
    expect([set.granted?, set.reason]).to eq([true, nil])
  end

  it "has the breaker turned off before a cover comes off, and says why" do
    open = wish({ "do" => "open", "place" => "lamp_room" })
    expect(open.granted?).to be(false)
    expect(open.step.to_h).to include("do" => "breaker", "to" => "off")
    expect(open.reason).to include("breaker off")
  end

  it "leads hands into a box by way of proving it dead" do
    reading = { "do" => "probe", "tool" => "continuity", "at" => %w[lamp_room/1.black lamp_room/1.red] }
    opened = opened("tower_stair", "lamp_room", house:)
    expect(wish(reading, of: opened)).to be_granted
    take({ "do" => "breaker", "device" => "B1", "to" => "on" }, of: opened)
    again = wish(reading, of: opened)
    expect([again.granted?, again.step["to"], again.reason]).to match([false, "off", /breaker off/])
  end

  it "proves no box dead that is closed, or while the breaker is on" do
    dead = { "do" => "prove_dead", "place" => "lamp_room" }
    expect([wish(dead).step["do"], wish(dead).reason]).to match(["breaker", /closed/])
    take({ "do" => "breaker", "device" => "B1", "to" => "off" })
    expect([wish(dead).step["do"], wish(dead).reason]).to match(["open", /closed/])
    take({ "do" => "open", "place" => "lamp_room" })
    expect(wish(dead)).to be_granted
  end

  it "says that power is on already" do
    on = { "do" => "breaker", "device" => "B1", "to" => "on" }
    session.record({ "do" => "watch", "answer" => { "loads" => { "L1" => "off" }, "breakers" => { "B1" => "on" } } })
    expect([wish(on).granted?, wish(on).reason]).to match([false, /on already/])
  end

  it "takes no live reading with the power off" do
    volts = { "do" => "probe", "tool" => "voltage", "at" => %w[lamp_room/1.black lamp_room/1.white] }
    opened = opened("tower_stair", "lamp_room", house:)
    expect([wish(volts, of: opened).granted?, wish(volts, of: opened).reason]).to match([false, /power on/])
  end

  it "refuses what names nothing" do
    {
      { "do" => "open", "place" => "attic" } => "/place",
      { "do" => "probe", "tool" => "voltage", "at" => ["lamp_room/1.black"] } => "/at",
      { "do" => "set", "device" => "S9", "to" => "up" } => "/device"
    }.each do |fields, pointer|
      expect { wish(fields) }.to raise_error(Dielectra::InvalidInput) { |error| expect(error.pointer).to eq(pointer) }
    end
  end

  it "never issues a step that its permit does not, in a hundred wishes at odd moments" do
    random = Random.new(4)
    played = Dielectra::Session::Troubleshooting.new(demo_job("tower_stair"))
    100.times do
      places = Dielectra::Presentation::Acts.new(played).to_a
      act = places.sample(random:)["acts"].sample(random:)
      points = played.situation.opened.keys.flat_map { |place| played.situation.conductors(place) }
      next if points.size < act["points"]

      picked =
        points.group_by { |point| point[%r{\A[^/]+}] }.values.sample(random:)&.sample(act["points"], random:) || []
      next if picked.size < act["points"]

      fields = act["step"].dup
      fields[fields["do"] == "find_breaker" ? "point" : "at"] = (
        if fields["do"] == "find_breaker"
          picked.first
        else
          picked
        end
      ) if act["points"].positive?
      step = wish(fields, of: played).step or next
      kind = Dielectra::Steps.of(step.to_h)
      place = kind.place(played.situation)
      given = { toggle: step.to_h.values_at("device", "to"), hands: [place], live: [place] }.fetch(kind.permit, [])
      expect(played.permits.public_send(kind.permit, *given)).not_to be_nil
      played.record(step.to_h.merge("answer" => house.answer(step.to_h)))
    end
    expect(played.steps.size).to be > 50
  end
end
