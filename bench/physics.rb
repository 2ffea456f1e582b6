#!/usr/bin/env ruby
# frozen_string_literal: true

# How many readings and whole solutions a second, against ngspice on the same netlists in the same run, and how both
# grow from one control to six.
#
#   ruby --yjit bench/physics.rb [SECONDS]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "open3"
require "tempfile"

SECONDS = Float(ARGV.fetch(0, 1))

# A chain of so many controls from the panel to the light, in three-wire cable of 20 ft.
def chain(controls)
  rooms = Array.new(controls) { |number| "room_#{number + 1}" }
  stops = ["panel", *rooms, "ceiling"]
  cables =
    stops
      .each_cons(2)
      .map do |near, far|
        {
          "ends" => ["#{near}/#{near == "panel" ? 1 : 2}", "#{far}/1"],
          "type" => "14/3",
          "length_ft" => 20,
          "conductors" => %w[black red white bare].map { |color| { "id" => color, "color" => color } }
        }
      end
  kinds = controls == 1 ? ["single_pole"] : ["three_way", *(["four_way"] * (controls - 2)), "three_way"]
  switches =
    rooms
      .zip(kinds)
      .each_with_index
      .map { |(room, kind), number| { "id" => "S#{number + 1}", "kind" => kind, "place" => room } }
  Dielectra::Circuit.read(
    "format" => "dielectra/circuit",
    "version" => 1,
    "supply" => {
      "volts" => 120,
      "hertz" => 60
    },
    "places" => [
      { "id" => "panel", "kind" => "panel" },
      *rooms.map { |id| { "id" => id, "kind" => "switch_box", "enclosure" => "metal" } },
      { "id" => "ceiling", "kind" => "luminaire_box", "enclosure" => "metal" }
    ],
    "cables" => cables,
    "faults" => [],
    "devices" => [
      { "id" => "B1", "kind" => "breaker", "place" => "panel", "amps" => 15, "position" => "on" },
      *switches,
      {
        "id" => "L1",
        "kind" => "luminaire",
        "place" => "ceiling",
        "lamp" => {
          "kind" => "incandescent",
          "watts" => 60,
          "good" => true
        }
      }
    ],
    "joints" =>
      [
        %w[B1.load panel/1.black],
        %w[panel.neutral panel.ground panel/1.white panel/1.bare],
        %w[ceiling/1.black L1.hot],
        %w[ceiling/1.white L1.neutral],
        %w[ceiling/1.bare ceiling.box L1.ground],
        *switches.flat_map { |switch| box(switch) }
      ].map { |points| { "points" => points } }
  )
end

def box(switch)
  room, id = switch.values_at("place", "id")
  near = ->(color) { "#{room}/1.#{color}" }
  far = ->(color) { "#{room}/2.#{color}" }
  screws = {
    "single_pole" => [["terminal_1", near["black"]], ["terminal_2", far["black"]]],
    "three_way" => three_way(id == "S1", near, far),
    "four_way" => [
      ["pair_1_a", near["black"]],
      ["pair_1_b", near["red"]],
      ["pair_2_a", far["black"]],
      ["pair_2_b", far["red"]]
    ]
  }.fetch(switch["kind"])
  screws.map { |terminal, point| ["#{id}.#{terminal}", point] } +
    [[near["white"], far["white"]], [near["bare"], far["bare"], "#{room}.box", "#{id}.ground"]]
end

def three_way(first, near, far)
  return ["common", near["black"]], ["traveler_1", far["black"]], ["traveler_2", far["red"]] if first

  [["traveler_1", near["black"]], ["traveler_2", near["red"]], ["common", far["black"]]]
end

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

# @return [Float] how many a second; the block does some and returns how many
def rate
  yield
  done = 0
  start = clock
  done += yield while clock - start < SECONDS
  done / (clock - start)
end

# What is the answer at every point in every combination, from connection: is it live, does it beep with the next.
def readings(circuit)
  points = circuit.places.flat_map { |place| circuit.points_of(place.id) }
  Dielectra::Physics::Survey
    .networks(circuit)
    .sum do |network|
      points.each { |point| network.live?(point) }
      dead = network.at(network.state.merge("B1" => "off"))
      points.each_cons(2) { |one, other| dead.beep?(one, other) }
      (points.size * 2) - 1
    end
end

def solutions(circuit) =
  Dielectra::Physics::Survey.networks(circuit).each { |network| network.potential("L1.hot") }.size

# ngspice over all combinations side by side in one file, started once.
def spice_solutions(circuit)
  networks = Dielectra::Physics::Survey.networks(circuit)
  deck =
    Dielectra::Physics::Netlist.deck(
      networks.each_with_index.map { |network, number| Dielectra::Physics::Netlist.new(network, prefix: "c#{number}n") }
    )
  simulated(deck) { networks.size }
end

# ngspice started for one combination, as one would for one reading.
def spice_starts(circuit)
  simulated(Dielectra::Physics::Netlist.new(Dielectra::Physics::Network.new(circuit)).to_s) { 1 }
end

def simulated(deck)
  Tempfile.create(%w[bench .cir]) do |file|
    file.write(deck)
    file.flush
    return rate { Open3.capture2e("ngspice", "-b", file.path) && yield }
  end
end

# What every circuit's first solution costs: compiled and solved anew.
def compiled(circuit) = Dielectra::Physics::Network.new(circuit).tap { |network| network.potential("L1.hot") } && 1

puts "controls  states   readings/s  solutions/s  compiled+solved/s  " \
       "ngspice/s (one file)  ratio   ngspice/s (a start each)  ratio"
(1..6).each do |controls|
  circuit = chain(controls)
  read = rate { readings(circuit) }
  solved = rate { solutions(circuit) }
  fresh = rate { compiled(circuit) }
  together = spice_solutions(circuit)
  started = spice_starts(circuit)
  puts format(
         "%8d %7d %12.0f %12.0f %18.0f %21.0f %6.1f %26.0f %6.0f",
         controls,
         2**controls,
         read,
         solved,
         fresh,
         together,
         solved / together,
         started,
         fresh / started
       )
end
