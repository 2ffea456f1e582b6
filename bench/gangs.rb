#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes houses with several switches in one box, by a builder of its own that shares nothing with the engine, and plays
# them with cases.rb:
#
#   bundle exec ruby --yjit bench/gangs.rb [HOUSES] [SEED] [OPTIONS OF cases.rb]

require "json"
require "tmpdir"

# One house: runs that carry functions, terminals that need them, and one thing wrong
class Gang
  FAMILIES = %w[two_singles three_singles four_singles pair_and_single fan_and_light yoke].freeze
  FAULTS = %w[
    loads_exchanged
    load_on_neighbor
    line_left_out
    joint_open
    stuck_open
    stuck_closed
    wrong_device
    taken_apart
    conductors_exchanged
    onward_left_out
    lamp
  ].freeze
  CABLES = {
    2 => ["14/2", %w[black white]],
    3 => ["14/3", %w[black red white]],
    4 => ["14/2/2", %w[black red red_white white]]
  }.freeze
  BOX = "hall"
  FAR = "loft"
  IN_BOX = %r{\A#{BOX}/}
  IN_USE = %r{\A#{BOX}/\d+\.(?!bare)}

  attr_reader :family, :fault, :cause

  def initialize(family, fault, random)
    @family = family
    @fault = fault
    @random = random
    @runs = []
    @needs = Hash.new { |all, place| all[place] = {} }
    @devices = []
    @loads = []
    @controls = {}
    @places = {}
    @feed = BOX
    send(family)
    @runs << ["panel", @feed, %w[line neutral]]
    onward if fault == "onward_left_out" || chance(0.3)
    @broken = []
    @joints = joints
    break_something
  end

  def circuit
    {
      "format" => "dielectra/circuit",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        *places.map { |id, kind| { "id" => id, "kind" => kind, "enclosure" => "plastic" } }
      ],
      "cables" => cables,
      "devices" => [
        { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
        *@devices
      ],
      "joints" => @joints.map { |points| { "points" => points, "by" => points.size > 2 ? "twist_on" : "screw" } },
      "faults" => @broken
    }
  end

  def job
    {
      "format" => "dielectra/job",
      "version" => 1,
      "supply" => {
        "volts" => 120,
        "hertz" => 60
      },
      "places" => [
        { "id" => "panel", "kind" => "panel" },
        *(@known_beyond ? places : places.except("outlet")).map { |id, kind| { "id" => id, "kind" => kind } }
      ],
      "breakers" => [{ "id" => "B1", "amps" => 15 }],
      "controls" => @controls.values.flatten(1).map { |row| row.slice("id", "place", "on_off_marked", "gang") }.uniq,
      "loads" => @loads + (@known_beyond ? [{ "id" => "R9", "place" => "outlet", "kind" => "receptacle" }] : []),
      "wanted" => {
        "kind" => "restore",
        "control" => @controls.transform_values { |rows| rows.map { |row| row["id"] } }
      },
      "method" => "nm",
      "tools" => %w[ncv voltage continuity resistance bench],
      "steps" => []
    }
  end

  def expected = { "status" => "solved", "family" => { "tier" => family, "fault" => fault }, "causes" => [cause] }

  private

  def chance(share) = @random.rand < share

  def places = { BOX => "switch_box", **@places }

  def two_singles = singles(2)

  def three_singles = singles(3)

  def four_singles = singles(4)

  # Loads in a star around the box, or one behind the other. The feed may come in at the first load.
  def singles(count)
    row = chance(0.3) && count < 4
    @feed = "ceiling_1" if !row && chance(0.3)
    (1..count).each do |number|
      place = "ceiling_#{number}"
      light("L#{number}", place, "load_#{number}")
      single("S#{number}", number, "load_#{number}", "L#{number}")
      @runs << [BOX, place, ["load_#{number}", *("line" if @feed == place), "neutral"]] unless row
    end
    return unless row

    places = [BOX, *(1..count).map { |number| "ceiling_#{number}" }]
    places
      .each_cons(2)
      .with_index do |(near, far), at|
        @runs << [near, far, [*((at + 1)..count).map { |number| "load_#{number}" }, "neutral"]]
      end
  end

  def pair_and_single
    @places[FAR] = "switch_box"
    light("L1", "stairs", "load_1")
    light("L2", "porch", "load_2")
    three_way("S1", BOX, 1, "line", "L1")
    single("S2", 2, "load_2", "L2")
    three_way("S3", FAR, nil, "load_1", "L1")
    @runs.push(
      [BOX, FAR, %w[traveler_1 traveler_2 neutral]],
      [FAR, "stairs", %w[load_1 neutral]],
      [BOX, "porch", %w[load_2 neutral]]
    )
  end

  def fan_and_light
    @places["ceiling"] = "luminaire_box"
    @devices << { "id" => "F1", "kind" => "fan_light", "place" => "ceiling" }
    @loads << { "id" => "F1", "place" => "ceiling", "kind" => "fan_light" }
    @needs["ceiling"].merge!("F1.fan" => "load_1", "F1.light" => "load_2", "F1.neutral" => "neutral")
    single("S1", 1, "load_1", "F1.fan")
    single("S2", 2, "load_2", "F1.light")
    @runs << [BOX, "ceiling", %w[load_1 load_2 neutral]]
  end

  def yoke
    light("L1", "ceiling_1", "load_1")
    light("L2", "ceiling_2", "load_2")
    @devices << {
      "id" => "S1",
      "kind" => "combination",
      "place" => BOX,
      "position" => %w[off on].shuffle(random: @random),
      "common_tab" => "intact",
      "on_off_marked" => true
    }
    @needs[BOX].merge!("S1.common_1" => "line", "S1.out_1" => "load_1", "S1.out_2" => "load_2")
    (1..2).each do |number|
      @controls["L#{number}"] = [{ "id" => "S1.#{number}", "place" => BOX, "on_off_marked" => true }]
      @runs << [BOX, "ceiling_#{number}", ["load_#{number}", "neutral"]]
    end
  end

  # An outlet that hangs on beyond. The job knows of it where it is what the call is about.
  def onward
    @places["outlet"] = "receptacle_box"
    @devices << { "id" => "R9", "kind" => "receptacle", "place" => "outlet", "plugged" => { "1" => { "watts" => 40 } } }
    @known_beyond = @fault == "onward_left_out"
    @needs["outlet"].merge!("R9.hot_1" => "line", "R9.neutral_1" => "neutral")
    @runs << [BOX, "outlet", %w[line neutral]]
  end

  def light(id, place, load)
    @places[place] = "luminaire_box"
    @devices << {
      "id" => id,
      "kind" => "luminaire",
      "place" => place,
      "lamp" => {
        "kind" => "led",
        "watts" => 9,
        "good" => true
      }
    }
    @loads << { "id" => id, "place" => place, "kind" => "luminaire" }
    @needs[place].merge!("#{id}.hot" => load, "#{id}.neutral" => "neutral")
  end

  def single(id, gang, load, part)
    row = { "id" => id, "place" => BOX, "on_off_marked" => true, "gang" => gang }
    position = chance(0.5) ? "on" : "off"
    @devices << { "id" => id, "kind" => "single_pole", "place" => BOX, "position" => position, "on_off_marked" => true }
    @needs[BOX].merge!("#{id}.terminal_1" => "line", "#{id}.terminal_2" => load)
    @controls[part] = [row]
  end

  def three_way(id, place, gang, common, part)
    row = { "id" => id, "place" => place, "on_off_marked" => false, "gang" => gang }.compact
    position = chance(0.5) ? "up" : "down"
    @devices << {
      "id" => id,
      "kind" => "three_way",
      "place" => place,
      "position" => position,
      "reversed" => chance(0.5)
    }
    @needs[place].merge!(
      "#{id}.common" => common,
      "#{id}.traveler_1" => "traveler_1",
      "#{id}.traveler_2" => "traveler_2"
    )
    (@controls[part] ||= []) << row
  end

  # Cable ends by number, each conductor with its function
  def laid
    @laid ||=
      begin
        numbers = Hash.new(0)
        @runs
          .shuffle(random: @random)
          .map do |from, to, functions|
            type, colors = CABLES.fetch(functions.size)
            hot = functions - %w[neutral]
            order = functions.include?("neutral") ? colors - %w[white] : colors
            assigned = hot.shuffle(random: @random).zip(order).to_h { |function, color| [color, function] }
            assigned["white"] = "neutral" if functions.include?("neutral")
            { ends: [from, to].map { |place| "#{place}/#{numbers[place] += 1}" }, type:, colors:, assigned: }
          end
      end
  end

  def cables
    laid.map do |run|
      {
        "ends" => run[:ends],
        "type" => run[:type],
        "method" => "nm",
        "length_ft" => 10 + @random.rand(60),
        "conductors" => [*run[:colors], "bare"].map { |color| { "id" => color, "color" => color } }
      }
    end
  end

  def joints
    panel = laid.find { |run| run[:ends].first.start_with?("panel") }[:ends].first
    [
      ["B1.load", "#{panel}.black"],
      ["panel.neutral", "panel.ground", "#{panel}.white", "#{panel}.bare"],
      *places.keys.flat_map { |place| joined(place) }
    ]
  end

  def joined(place)
    ends = laid.flat_map { |run| run[:ends].map { |id| [id, run] } }.select { |id, _| id.start_with?("#{place}/") }
    by_function = Hash.new { |all, function| all[function] = [] }
    ends.each { |id, run| run[:assigned].each { |color, function| by_function[function] << "#{id}.#{color}" } }
    @needs[place].each { |point, function| by_function[function] << point }
    devices = @devices.select { |row| row["place"] == place }.map { |row| "#{row["id"]}.ground" }
    grounds = [*ends.map { |id, _| "#{id}.bare" }, *devices]
    [*by_function.values, grounds].select { |points| points.size > 1 }
  end

  def miswired(place) = { "kinds" => %w[miswired], "place" => place }

  # Points of the loads' conductors at the switches, and the joints they are in
  def load_joints = @joints.select { |points| points.any? { |point| point.match?(/\A(S\d+)\.(terminal_2|out_\d)\z/) } }

  def break_something
    @cause = send(:"make_#{@fault}")
  end

  def conductor(points) = points.find { |point| point.include?("/") }

  def exchange(one, other)
    @joints.map! { |points| points.map { |point| { one => other, other => one }.fetch(point, point) } }
  end

  def make_loads_exchanged
    return make_stuck_open if load_joints.size < 2

    exchange(*load_joints.sample(2, random: @random).map { |points| conductor(points) })
    miswired(BOX)
  end

  def make_load_on_neighbor
    return make_conductors_exchanged if load_joints.size < 2

    from, to = load_joints.sample(2, random: @random)
    moved = conductor(from)
    from.delete(moved)
    to << moved
    @joints.reject! { |points| points.size < 2 }
    miswired(BOX)
  end

  def make_line_left_out
    joint = @joints.find { |points| points.count { |point| point.match?(/\AS\d+\.(terminal_1|common)\z/) } > 1 }
    return make_stuck_open unless joint

    joint.delete(joint.grep(/\AS\d+\.terminal_1\z/).sample(random: @random))
    miswired(BOX)
  end

  def make_joint_open
    points = load_joints.sample(random: @random)
    @broken << { "kind" => "joint_open", "point" => conductor(points) }
    { "kinds" => %w[joint_open], "place" => BOX }
  end

  def switch = @devices.select { |row| row["kind"].match?(/pole|way|combination/) }.sample(random: @random)

  def stuck(kind)
    row = switch
    contact = {
      "single_pole" => %w[terminal_1 terminal_2],
      "three_way" => ["common", "traveler_#{1 + @random.rand(2)}"],
      "combination" => %w[common_1 out_1]
    }.fetch(row["kind"])
    @broken << { "kind" => kind, "device" => row["id"], "contact" => contact }
    { "kinds" => %w[device_failed], "place" => row["place"], "device" => row["id"] }
  end

  def make_stuck_open = stuck("contact_stuck_open")

  def make_stuck_closed = stuck("contact_stuck_closed")

  def make_wrong_device
    row = @devices.find { |one| one["kind"] == "three_way" && one["place"] == BOX }
    return make_stuck_open unless row

    row["kind"] = "single_pole"
    row.delete("reversed")
    row["position"] = "on"
    names = {
      "#{row["id"]}.common" => "#{row["id"]}.terminal_1",
      "#{row["id"]}.traveler_1" => "#{row["id"]}.terminal_2"
    }
    @joints.map! { |points| points.map { |point| names.fetch(point, point) } - ["#{row["id"]}.traveler_2"] }
    @joints.reject! { |points| points.size < 2 }
    { "kinds" => %w[wrong_device], "place" => BOX, "device" => row["id"] }
  end

  def make_taken_apart
    @joints.reject! { |points| points.any? { |point| point.start_with?("#{BOX}/") } }
    miswired(BOX)
  end

  # A conductor in use in each of two joints of the box, exchanged
  def make_conductors_exchanged
    here = @joints.select { |points| points.any? { |point| point.match?(IN_USE) } }
    lines, others = here.partition { |points| points.any? { |point| point.match?(/\AS\d+\.(terminal_1|common)/) } }
    exchange(*[lines, others].map { |some| some.sample(random: @random).grep(IN_BOX).sample(random: @random) })
    miswired(BOX)
  end

  def make_onward_left_out
    run = laid.find { |one| one[:ends].last.start_with?("outlet/") }
    line = "#{run[:ends].first}.black"
    @joints.each { |points| points.delete(line) }
    miswired(BOX)
  end

  def make_lamp
    lamp = @devices.select { |row| row["lamp"] }.sample(random: @random) or return make_stuck_open
    @broken << { "kind" => "lamp_burnt", "device" => lamp["id"] }
    { "kinds" => %w[lamp], "device" => lamp["id"] }
  end
end

count = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 60
seed = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 1
Dir.mktmpdir do |folder|
  expected = {}
  count.times do |number|
    gang =
      Gang.new(
        Gang::FAMILIES[number % Gang::FAMILIES.size],
        Gang::FAULTS.sample(random: Random.new(seed + number)),
        Random.new((seed * 1000) + number)
      )
    name = format("gang_%03d", number)
    File.write(File.join(folder, "#{name}.circuit.json"), JSON.generate(gang.circuit))
    File.write(File.join(folder, "#{name}.job.json"), JSON.generate(gang.job))
    expected[name] = gang.expected
  end
  File.write(File.join(folder, "expected.json"), JSON.generate(expected))
  if (kept = ENV.fetch("KEEP", nil))
    require "fileutils"
    FileUtils.cp_r(folder, kept)
  end
  system(RbConfig.ruby, "--yjit", File.join(__dir__, "cases.rb"), folder, "gang_*", "--seed", seed.to_s, *ARGV)
end
