# frozen_string_literal: true

# A circuit of any devices, joined by chance and full of faults: no sensible house, but everything the format knows.
class Jumble
  WIRES = {
    "14/2" => %w[black white],
    "14/3" => %w[black red white],
    "12/2" => %w[black white],
    "14/2/2" => %w[black white red red_white]
  }.freeze
  KINDS = %w[
    single_pole
    double_pole
    three_way
    four_way
    combination
    dimmer
    dimmer_three_way
    electronic
    receptacle
    luminaire
    fan_light
  ].freeze

  def initialize(random)
    @random = random
    @boxes = Array.new(1 + random.rand(3)) { |number| "box_#{number}" }
  end

  def circuit
    bare = Dielectra::Circuit.read(document)
    joined = bare.with(joints: joints(bare))
    joined.with(faults: Array.new(@random.rand(4)) { fault(joined) }.compact.uniq)
  end

  private

  def document
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => [120, 230].sample(random: @random),
        "hertz" => 60
      },
      "places" =>
        [{ "id" => "panel", "kind" => "panel" }] +
          @boxes.map { |id| { "id" => id, "kind" => "switch_box", "enclosure" => "metal" } },
      "cables" => cables,
      "devices" => breakers + devices,
      "joints" => [],
      "faults" => []
    }
  end

  def cables
    numbers = Hash.new(0)
    ends = [%w[panel box_0], %w[panel box_0], *@boxes.each_cons(2), *@boxes.each_cons(2)]
    ends.map do |pair|
      type = WIRES.keys.sample(random: @random)
      {
        "ends" => pair.map { |place| "#{place}/#{numbers[place] += 1}" },
        "type" => type,
        "length_ft" => 5 + @random.rand(80),
        "conductors" => [*WIRES[type], "bare"].map { |color| { "id" => color, "color" => color } }
      }
    end
  end

  def breakers
    Array.new(1 + @random.rand(2)) do |number|
      {
        "id" => "B#{number}",
        "kind" => "breaker",
        "place" => "panel",
        "amps" => 15,
        "position" => "on",
        "leg" => 1 + @random.rand(2)
      }
    end
  end

  def devices
    Array.new(2 + @random.rand(3)) do |number|
      kind = KINDS.sample(random: @random)
      { "id" => "D#{number}", "kind" => kind, "place" => @boxes.sample(random: @random), **settings(kind) }
    end
  end

  def settings(kind)
    row = Dielectra::Trade::DeviceKind[kind]
    settings = row.tabs.to_h { |tab, _| [tab, %w[intact removed].sample(random: @random)] }
    settings["plugged"] = { %w[1 2].sample(random: @random) => { "watts" => 20 + @random.rand(400) } } if kind ==
      "receptacle"
    settings["lamp"] = {
      "kind" => %w[led incandescent].sample(random: @random),
      "watts" => 9 + @random.rand(90),
      "good" => @random.rand < 0.8
    } if row.lamp
    return settings if row.positions.empty?

    row.gangs.one? ? settings.merge("position" => row.positions.last) : settings.merge("positions" => %w[off off])
  end

  # Mostly sensible at the panel, any three points at most elsewhere.
  def joints(circuit)
    hot, neutral, ground =
      %w[black white bare].map { |id| circuit.cable_ends("panel").map { |cable_end| "#{cable_end.id}.#{id}" } }
    panel =
      circuit.breakers.zip(hot).map { |breaker, point| [breaker.point("load"), point] } +
        [["panel.neutral", "panel.ground", *neutral, *ground]]
    (
      panel +
        @boxes.flat_map { |box| circuit.points_of(box).shuffle(random: @random).each_slice(2 + @random.rand(2)).to_a }
    ).map { |points| Dielectra::Circuit::Joint.new(points: points.compact) }
  end

  def fault(circuit)
    switch = circuit.controls.sample(random: @random)
    cable = circuit.cables.sample(random: @random)
    contact = switch && { "device" => switch.id, "contact" => switch.kind.contacts.sample(random: @random) }
    between = @boxes.map { |box| circuit.points_of(box) }.sample(random: @random).sample(2, random: @random)
    [
      *(
        contact &&
          [
            { "kind" => "contact_stuck_open", **contact },
            { "kind" => "contact_stuck_closed", **contact },
            { "kind" => "contact_resistive", **contact, "ohms" => [0.4, 8, 300, 40_000].sample(random: @random) }
          ]
      ),
      {
        "kind" => "conductor_open",
        "cable" => cable.ends,
        "conductor" => cable.conductors.sample(random: @random).ids.first
      },
      { "kind" => "joint_open", "point" => circuit.joints.last.points.first },
      { "kind" => "short", "between" => between, "ohms" => [0, 0.6, 3].sample(random: @random) },
      { "kind" => "leak", "between" => between, "ohms" => [1_500, 20_000, 400_000].sample(random: @random) }
    ].sample(random: @random)
  end
end
