# frozen_string_literal: true

require_relative "faults"

# One house: runs that carry functions, terminals that need them, and one thing wrong
class Gang
  include GangFaults

  FAMILIES = %w[
    two_singles
    three_singles
    four_singles
    pair_and_single
    fan_and_light
    yoke
    two_feeds
    yoke_on_two_feeds
    pair_and_other_feed
    mystery
    halves
    half_and_light
    lower_half
    outlet_beside
    outlet_switched_beside
    two_lights_one_box
    shared_neutral
  ].freeze
  CABLES = {
    2 => ["14/2", %w[black white]],
    3 => ["14/3", %w[black red white]],
    4 => ["14/2/2", %w[black red red_white white]]
  }.freeze
  FAR = "loft"

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
    @idle = []
    send(family)
    @runs << ["panel", @feed, @shared ? %w[line line_b neutral] : %w[line neutral]]
    @runs << ["panel", @other_feed, %w[line_b neutral_b]] if two_feeds? && !@shared
    @breakers = (two_feeds? ? %w[B1 B2] : %w[B1])
    @devices.unshift(
      *@breakers.map { |id| { "id" => id, "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" } }
    )
    onward if supplied? && (fault == "onward_left_out" || chance(0.3))
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
      "devices" => @devices,
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
      "breakers" => @breakers.map { |id| { "id" => id, "amps" => 15 } },
      "controls" =>
        (@controls.values.flatten(1) + @idle).map { |row| row.slice("id", "place", "on_off_marked", "gang") }.uniq,
      "loads" => @loads + (@known_beyond ? [{ "id" => "R9", "place" => "outlet", "kind" => "receptacle" }] : []),
      "wanted" => {
        "kind" => "restore",
        "control" => @controls.transform_values { |rows| rows.map { |row| row["id"] } },
        "always" => @always
      }.compact,
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

  # Two switches on a circuit each; either feed may come in at the box or at its light.
  def two_feeds
    @feed = "ceiling_1" if chance(0.4)
    @other_feed = chance(0.4) ? "ceiling_2" : BOX
    light("L1", "ceiling_1", "load_1")
    light("L2", "ceiling_2", "load_2", "neutral_b")
    single("S1", 1, "load_1", "L1")
    single("S2", 2, "load_2", "L2", "line_b")
    stars("line", "line_b")
  end

  # The same on one yoke, its tab off
  def yoke_on_two_feeds
    @feed = BOX
    @other_feed = chance(0.4) ? "ceiling_2" : BOX
    yoke
    @runs.clear
    device = @devices.find { |row| row["kind"] == "combination" }
    device["common_tab"] = "removed"
    @needs[BOX]["S1.common_2"] = "line_b"
    @needs["ceiling_2"]["L2.neutral"] = "neutral_b"
    stars("line", "line_b")
  end

  # Runs from the box to two lights on a circuit each; a light at which a feed comes in sends its line to the box.
  def stars(*lines)
    lines.each_with_index do |line, index|
      neutral = line.sub("line", "neutral")
      at_light = [@feed, @other_feed][index] != BOX
      @runs << [BOX, "ceiling_#{index + 1}", ["load_#{index + 1}", at_light ? line : neutral]]
    end
  end

  # One end of a pair, and a single-pole on another circuit beside it
  def pair_and_other_feed
    pair_and_single
    @other_feed = BOX
    @needs[BOX]["S2.terminal_1"] = "line_b"
    @needs["porch"]["L2.neutral"] = "neutral_b"
    @runs.last[2] = %w[load_2 neutral_b]
  end

  # Two single-poles, and a third that works nothing: its conductor goes to a light and ends there.
  def mystery
    light("L1", "ceiling_1", "load_1")
    light("L2", "ceiling_2", "load_2")
    [1, 2].each { |number| single("S#{number}", number, "load_#{number}", "L#{number}") }
    @devices << { "id" => "S3", "kind" => "single_pole", "place" => BOX, "position" => "off", "on_off_marked" => true }
    @needs[BOX].merge!("S3.terminal_1" => "line", "S3.terminal_2" => "nothing")
    @idle << { "id" => "S3", "place" => BOX, "on_off_marked" => true, "gang" => 3 }
    @runs.push([BOX, "ceiling_1", %w[load_1 nothing neutral]], [BOX, "ceiling_2", %w[load_2 neutral]])
  end

  # A receptacle with each of its halves on a switch of its own
  def halves
    receptacle("R1", "wall", "hot_1" => "load_1", "hot_2" => "load_2")
    single("S1", 1, "load_1", "R1.1")
    single("S2", 2, "load_2", "R1.2")
    @runs << [BOX, "wall", %w[load_1 load_2 neutral]]
  end

  # A receptacle with one half switched and the other live, and a light on the switch beside
  def half_and_light(switched = 1)
    receptacle("R1", "wall", "hot_#{switched}" => "load_1", "hot_#{3 - switched}" => "line")
    light("L1", "ceiling_1", "load_2")
    single("S1", 1, "load_1", "R1.#{switched}")
    single("S2", 2, "load_2", "L1")
    @runs.push([BOX, "wall", %w[load_1 line neutral]], [BOX, "ceiling_1", %w[load_2 neutral]])
  end

  # The same with the lower half switched, and the job saying that the upper one is live
  def lower_half
    half_and_light(2)
    @always = ["R1.1"]
  end

  # Two single-poles and a receptacle in one box, the receptacle always live
  def outlet_beside
    two_singles
    @feed = BOX
    @runs.each { |run| run[2] -= %w[line] if run.first == BOX }
    receptacle("R1", BOX, "hot_1" => "line")
  end

  # A receptacle in the box of the switch that works it, beside the switch of a light
  def outlet_switched_beside
    receptacle("R1", BOX, "hot_1" => "load_1")
    light("L1", "ceiling_1", "load_2")
    single("S1", 1, "load_1", "R1")
    single("S2", 2, "load_2", "L1")
    @runs << [BOX, "ceiling_1", %w[load_2 neutral]]
  end

  # Two lights side by side in one box, each on its switch
  def two_lights_one_box
    light("L1", "ceiling", "load_1")
    light("L2", "ceiling", "load_2")
    single("S1", 1, "load_1", "L1")
    single("S2", 2, "load_2", "L2")
    @runs << [BOX, "ceiling", %w[load_1 load_2 neutral]]
  end

  # Two switches on a breaker each, whose circuits come in one cable and share its neutral
  def shared_neutral
    @shared = true
    @other_feed = BOX
    light("L1", "ceiling_1", "load_1")
    light("L2", "ceiling_2", "load_2")
    single("S1", 1, "load_1", "L1")
    single("S2", 2, "load_2", "L2", "line_b")
    @runs.push([BOX, "ceiling_1", %w[load_1 neutral]], [BOX, "ceiling_2", %w[load_2 neutral]])
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

  # Whether line and neutral of the first circuit are in the box
  def supplied? = @feed == BOX || @runs.any? { |run| run.first == BOX && run.last.include?("neutral") }

  def two_feeds? = !@other_feed.nil?

  def light(id, place, load, neutral = "neutral")
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
    @needs[place].merge!("#{id}.hot" => load, "#{id}.neutral" => neutral)
  end

  # @param hots [Hash{String => String}] screw => what it carries; the tab is off where there are two
  def receptacle(id, place, hots)
    @places[place] = "receptacle_box" unless place == BOX
    @devices << {
      "id" => id,
      "kind" => "receptacle",
      "place" => place,
      "hot_tab" => hots.size > 1 ? "removed" : "intact",
      "plugged" => {
        "1" => {
          "watts" => 60
        },
        "2" => {
          "watts" => 60
        }
      }
    }
    @loads << { "id" => id, "place" => place, "kind" => "receptacle" }
    @needs[place].merge!("#{id}.neutral_1" => "neutral", **hots.transform_keys { |screw| "#{id}.#{screw}" })
  end

  def single(id, gang, load, part, line = "line")
    row = { "id" => id, "place" => BOX, "on_off_marked" => true, "gang" => gang }
    position = chance(0.5) ? "on" : "off"
    @devices << { "id" => id, "kind" => "single_pole", "place" => BOX, "position" => position, "on_off_marked" => true }
    @needs[BOX].merge!("#{id}.terminal_1" => line, "#{id}.terminal_2" => load)
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
            hot, neutrals = functions.partition { |function| !function.start_with?("neutral") }
            order = neutrals.any? ? colors - %w[white] : colors
            assigned = hot.shuffle(random: @random).zip(order).to_h { |function, color| [color, function] }
            assigned["white"] = neutrals.first if neutrals.any?
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
    feeds = laid.select { |run| run[:ends].first.start_with?("panel") }
    panel = feeds.sort_by { |run| run[:assigned].values.min }.map { |run| run[:ends].first }
    lines = @shared ? laid.flat_map { |run| shared_lines(run) } : panel.map { |id| "#{id}.black" }
    [
      *@breakers.zip(lines).map { |breaker, line| ["#{breaker}.load", line] },
      ["panel.neutral", "panel.ground", *panel.flat_map { |id| %w[white bare].map { |color| "#{id}.#{color}" } }],
      *places.keys.flat_map { |place| joined(place) }
    ]
  end

  # The two lines of the cable that carries both circuits
  def shared_lines(run)
    return [] unless run[:ends].first.start_with?("panel")

    %w[line line_b].map { |function| "#{run[:ends].first}.#{run[:assigned].invert.fetch(function)}" }
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
end
