# frozen_string_literal: true

require_relative "../support/small_house"

# Timers, sensors and the like, found in a box and fitted in one
RSpec.describe Dielectra::Trade::DeviceKind do
  include SmallHouse

  let(:places) { { "panel" => "panel", "bath" => "switch_box", "ceiling" => "luminaire_box" } }
  let(:feed) { "panel.neutral panel.ground panel/1.white panel/1.bare" }
  let(:grounds) { ["bath/1.bare bath/2.bare S1.ground", "ceiling/1.bare L1.ground"] }

  # Line and neutral come to the switch and go on to the light.
  def house(kind, joints, faults: [], lamp: true)
    document =
      circuit_document(
        places:,
        cables: [%w[panel/1 bath/1], %w[bath/2 ceiling/1]].map { |ends| run(*ends, "black white bare", type: "14/2") },
        devices: [switch("S1", "bath", kind:).merge("position" => "off"), light("L1", "ceiling")],
        joints: [
          "B1.load panel/1.black",
          feed,
          *grounds,
          "ceiling/1.black L1.hot",
          "ceiling/1.white L1.neutral",
          *joints
        ],
        faults:
      )
    document["devices"].last["lamp"]["good"] = lamp
    Dielectra::Practice::House.new(Dielectra::Circuit.read(document))
  end

  def timed(**more) =
    house("timer", ["bath/1.black S1.line", "bath/2.black S1.load", "bath/1.white bath/2.white S1.neutral"], **more)

  def call(**wanted)
    wanted = { "kind" => "restore", "control" => { "L1" => ["S1"] }, **wanted.transform_keys(&:to_s) }
    document = job_document(places:, controls: { "S1" => "bath" }, loads: { "L1" => "ceiling" }, wanted:)
    Dielectra::Evidence::Job.read(document.merge("tools" => %w[ncv voltage low_z continuity resistance]))
  end

  def end_of(house, job = call) = play(house, job)

  def kinds_in(session) = session.steps.filter_map { |step| step["kind"] if %w[replace fit].include?(step["do"]) }

  it "leaves a timer alone that is joined as it should be, and finds what is wrong elsewhere" do
    session = end_of(timed(lamp: false))
    expect([session.next.status, session.next.causes.map { |one| one["kind"] }]).to eq(["solved", ["lamp"]])
    expect(kinds_in(session)).to eq(["lamp"])
  end

  it "replaces a timer that has failed by another one" do
    fault = { "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[line load] }
    session = end_of(timed(faults: [fault]))
    expect(session.next.causes).to match([include("kind" => "device_failed", "device_kind" => "timer")])
    expect(kinds_in(session)).to eq(["timer"])
  end

  it "fits a sensor that takes the neutral where one is, and joins it" do
    plain =
      house("single_pole", ["bath/1.black S1.terminal_1", "bath/2.black S1.terminal_2", "bath/1.white bath/2.white"])
    session = end_of(plain, call(kind: "fit", fit: { "S1" => "occupancy_sensor" }))
    joint = session.situation.joints("bath").find { |points| points.include?("S1.neutral") }
    expect([session.next.status, kinds_in(session)]).to eq(["solved", ["occupancy_sensor"]])
    expect(joint).to include("bath/1.white", "bath/2.white")
  end

  it "does not go on with a companion of a dimmer elsewhere, and says so" do
    found =
      house(
        "companion",
        ["bath/1.black S1.common", "bath/2.black S1.traveler_1", "bath/1.white bath/2.white"],
        lamp: false
      )
    expect(end_of(found).next).to have_attributes(
      status: "stopped",
      why: /a companion of a dimmer, which is not covered/
    )
  end

  it "takes no kind of a control in a job file that is not known, or needs no neutral" do
    refused =
      %w[spaceship dimmer].map do |kind|
        document = call.document
        controls = document["controls"].map { |row| row.merge("kind" => kind) }
        Dielectra::Evidence::Job.read(document.merge("controls" => controls))
      rescue Dielectra::InvalidInput => e
        e.pointer
      end
    expect(refused).to eq(%w[/controls/0/kind /controls/0/kind])
  end

  it "has every kind joined like one of the plain ones" do
    plain = %w[single_pole three_way four_way combination electronic unknown]
    switches = described_class.all.select { |kind| kind.switch? && kind.covered? }
    expect(switches.map(&:family).uniq - plain).to be_empty
    expect(described_class["timer"].terminals).to eq(described_class["electronic"].terminals)
  end

  it "tells what a kind may work" do
    loads = %w[luminaire fan receptacle]
    may = %w[dimmer fan_speed timer].to_h { |kind| [kind, loads.select { |load| described_class[kind].works?(load) }] }
    expect(may).to eq("dimmer" => %w[luminaire], "fan_speed" => %w[fan], "timer" => loads)
  end
end
