# frozen_string_literal: true

# Boxes that hold more than switches, loads that share a box or a device, and circuits that share a neutral.
RSpec.describe "Crowded boxes" do
  def switch(number)
    marked = { "position" => "off", "on_off_marked" => true }
    { "id" => "S#{number}", "kind" => "single_pole", "place" => "gate", **marked }
  end

  def receptacle(place, tab)
    plugged = { "1" => { "watts" => 60 }, "2" => { "watts" => 60 } }
    { "id" => "R1", "kind" => "receptacle", "place" => place, "hot_tab" => tab, "plugged" => plugged }
  end

  def light(id, place) =
    { "id" => id, "kind" => "luminaire", "place" => place, "lamp" => { "kind" => "led", "watts" => 9, "good" => true } }

  def run(from, to, type)
    colors = %w[black white bare] + (type.end_with?("3") ? %w[red] : [])
    conductors = colors.map { |color| { "id" => color, "color" => color } }
    { "ends" => [from, to], "type" => type, "method" => "nm", "length_ft" => 30, "conductors" => conductors }
  end

  # @param places [Hash{String => String}] further places => kind
  # @param joints [String] points that touch, a line each
  def house(places, cables, devices, joints, breakers: 1)
    feeds =
      (1..breakers).map do |n|
        { "id" => "B#{n}", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" }
      end
    kinds = { "panel" => "panel", "gate" => "switch_box", **places }
    Dielectra::Circuit.read(
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => kinds.map { |id, kind| { "id" => id, "kind" => kind } },
      "cables" => cables,
      "devices" => feeds + devices,
      "joints" => joints.lines.map { |line| { "points" => line.split } },
      "faults" => []
    )
  end

  def job(circuit, control)
    loads = circuit.devices.reject { |one| one.breaker? || one.switch? }
    Dielectra::Evidence::Job.read(
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => circuit.supply,
      "places" => circuit.places.map { |place| place.to_h.slice("id", "kind") },
      "breakers" => circuit.breakers.map { |one| { "id" => one.id, "amps" => 15 } },
      "controls" => [1, 2].map { |n| { "id" => "S#{n}", "place" => "gate", "on_off_marked" => true, "gang" => n } },
      "loads" => loads.map { |one| { "id" => one.id, "place" => one.place, "kind" => one.kind.plain } },
      "wanted" => {
        "kind" => "restore",
        "control" => control
      },
      "method" => "nm",
      "steps" => []
    )
  end

  # Plays a job to its end, and holds the house to what was asked and to what must not be left.
  def worked(circuit, job)
    house = Dielectra::Practice::House.new(circuit, job:)
    watch = Dielectra::Practice::SafetyObserver.new(house, job)
    session = play(house, job) { |step, _| watch.check!(step) }
    inspection = Dielectra::Practice::Inspection.new(house.circuit, job)
    left = Dielectra::Practice::Handover.new(circuit, house.circuit, job, opened: session.situation.opened.keys)
    expect([session.next.status, watch.unsafe, inspection.obeys?, inspection.hazards, left.shortcomings]).to eq(
      ["solved", [], true, [], []]
    )
    session
  end

  def with_joints(circuit, from, to) =
    circuit.with(
      joints:
        circuit.joints.map do |joint|
          joint.class.new(points: joint.points.map { |point| { from => to, to => from }.fetch(point, point) })
        end
    )

  let(:halves) do
    house(
      { "wall" => "receptacle_box" },
      [run("panel/1", "gate/1", "14/2"), run("gate/2", "wall/1", "14/3")],
      [switch(1), switch(2), receptacle("wall", "removed")],
      <<~JOINTS
      B1.load panel/1.black
      panel.neutral panel.ground panel/1.white panel/1.bare
      gate/1.black S1.terminal_1 S2.terminal_1
      gate/2.black S1.terminal_2
      gate/2.red S2.terminal_2
      gate/1.white gate/2.white
      gate/1.bare gate/2.bare S1.ground S2.ground
      wall/1.black R1.hot_1
      wall/1.red R1.hot_2
      wall/1.white R1.neutral_1
      wall/1.bare R1.ground
    JOINTS
    )
  end

  it "works each half of a receptacle from its own switch" do
    found = with_joints(halves, "gate/2.black", "gate/2.red")
    session = worked(found, job(found, "R1.1" => ["S1"], "R1.2" => ["S2"]))
    expect(session.next.causes.map { |cause| cause["kind"] }).to eq(["miswired"])
  end

  it "keeps the upper half live beside a lower one that is switched" do
    line = "gate/2.black"
    load = "gate/2.red"
    joints =
      halves.joints.map do |joint|
        points = joint.points - [line]
        joint.class.new(points: points.include?("gate/1.black") ? points + [line] - ["S1.terminal_1"] : points)
      end
    found = halves.with(joints: joints.reject { |joint| joint.points.size < 2 || joint.points.include?(load) })
    wanted = { "kind" => "restore", "control" => { "R1.2" => ["S2"] }, "always" => ["R1.1"] }
    asked = job(found, "R1.2" => ["S2"])
    asked =
      Dielectra::Evidence::Job.read(asked.to_h.merge("wanted" => wanted, "controls" => asked.to_h["controls"].last(1)))
    found =
      found.with(
        devices: found.devices.reject { |one| one.id == "S1" },
        joints:
          found
            .joints
            .map { |joint| joint.class.new(points: joint.points.grep_v(/\AS1\./)) }
            .reject { |joint| joint.points.size < 2 }
      )
    session = worked(found, asked)
    expect(session.next.causes.map { |cause| cause["place"] }).to eq(["gate"])
  end

  it "sorts both boxes of such a receptacle when everything is loose" do
    found =
      halves.with(joints: halves.joints.reject { |joint| joint.points.any? { |point| point.start_with?("gate/") } })
    session = worked(found, job(found, "R1.1" => ["S1"], "R1.2" => ["S2"]))
    expect(session.next.causes.map { |cause| cause["place"] }).to eq(["gate"])
  end

  it "keeps the jumper between a switch and a load that share their box" do
    found =
      house(
        { "path" => "luminaire_box" },
        [run("panel/1", "gate/1", "14/2"), run("gate/2", "path/1", "14/2")],
        [switch(1), switch(2), receptacle("gate", "intact"), light("L1", "path")],
        <<~JOINTS
      B1.load panel/1.black
      panel.neutral panel.ground panel/1.white panel/1.bare
      gate/1.black S1.terminal_1 S2.terminal_1
      S1.terminal_2 R1.hot_1
      gate/2.black S2.terminal_2
      gate/1.white gate/2.white R1.neutral_1
      gate/1.bare gate/2.bare S1.ground S2.ground R1.ground
      path/1.black L1.hot
      path/1.white L1.neutral
      path/1.bare L1.ground
    JOINTS
      )
    failed =
      found.with(faults: [{ "kind" => "contact_stuck_open", "device" => "S1", "contact" => %w[terminal_1 terminal_2] }])
    session = worked(failed, job(found, "R1" => ["S1"], "L1" => ["S2"]))
    expect(session.next.causes.map { |cause| cause.slice("kind", "device") }).to eq(
      [{ "kind" => "device_failed", "device" => "S1" }]
    )
  end

  it "tells two lights in one box apart" do
    found =
      house(
        { "path" => "luminaire_box" },
        [run("panel/1", "gate/1", "14/2"), run("gate/2", "path/1", "14/3")],
        [switch(1), switch(2), light("L1", "path"), light("L2", "path")],
        <<~JOINTS
      B1.load panel/1.black
      panel.neutral panel.ground panel/1.white panel/1.bare
      gate/1.black S1.terminal_1 S2.terminal_1
      gate/2.red S1.terminal_2
      gate/2.black S2.terminal_2
      gate/1.white gate/2.white
      gate/1.bare gate/2.bare S1.ground S2.ground
      path/1.black L1.hot
      path/1.red L2.hot
      path/1.white L1.neutral L2.neutral
      path/1.bare L1.ground L2.ground
    JOINTS
      )
    session = worked(found, job(found, "L1" => ["S1"], "L2" => ["S2"]))
    expect(session.next.causes.map { |cause| cause["kind"] }).to eq(["miswired"])
  end

  describe "two circuits that share a neutral" do
    let(:lines) { ["gate/1.black S1.terminal_1", "gate/1.red S2.terminal_1"] }
    let(:found) do
      cables = [run("panel/1", "gate/1", "14/3"), run("gate/2", "path/1", "14/2"), run("gate/3", "yard/1", "14/2")]
      devices = [switch(1), switch(2), light("L1", "path"), light("L2", "yard")]
      house({ "path" => "luminaire_box", "yard" => "luminaire_box" }, cables, devices, <<~JOINTS, breakers: 2)
        B1.load panel/1.black
        B2.load panel/1.red
        panel.neutral panel.ground panel/1.white panel/1.bare
        #{lines.join("\n")}
        gate/2.black S1.terminal_2
        gate/3.black S2.terminal_2
        gate/1.white gate/2.white gate/3.white
        gate/1.bare gate/2.bare gate/3.bare S1.ground S2.ground
        path/1.black L1.hot
        path/1.white L1.neutral
        path/1.bare L1.ground
        yard/1.black L2.hot
        yard/1.white L2.neutral
        yard/1.bare L2.ground
      JOINTS
    end
    let(:asked) { job(found, "L1" => ["S1"], "L2" => ["S2"]) }

    it "are not taken for one, nor for two that touch" do
      failed =
        found.with(
          faults: [{ "kind" => "contact_stuck_open", "device" => "S2", "contact" => %w[terminal_1 terminal_2] }]
        )
      expect(worked(failed, asked).next.causes.map { |cause| cause["kind"] }).to eq(["device_failed"])
    end

    context "with their lines under one connector" do
      let(:lines) { ["gate/1.black gate/1.red S1.terminal_1 S2.terminal_1"] }

      it "are parted, although every light works" do
        session = worked(found, asked)
        expect(session.next.causes.map { |cause| cause["place"] }).to eq(["gate"])
        parted =
          session.steps.select do |step|
            step["do"] == "watch" && step.dig("answer", "breakers").values.sort == %w[off on]
          end
        expect(parted).not_to be_empty
      end
    end
  end
end
