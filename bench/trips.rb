#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes up houses in which a breaker trips, and writes them as cases for bench/cases.rb:
#
#   ruby --yjit bench/trips.rb COUNT FOLDER [SEED] [--from FOLDER]
#   ruby --yjit bench/cases.rb FOLDER
#
# What trips it is drawn in turn from Practice::TripHouse::TWISTS. With --from, the houses of that folder are put right
# and spoiled anew; without it they are made up.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "fileutils"
require "json"
require "optparse"

from = nil
OptionParser.new { |parser| parser.on("--from FOLDER") { |value| from = value } }.parse!(ARGV)
count = Integer(ARGV[0])
folder = ARGV[1]
seed = Integer(ARGV[2] || 1)
paths = from ? Dir[File.join(from, "trip_*.job.json")] : []
bases =
  paths.filter_map do |path|
    base = [path.sub(".job.json", ".circuit.json"), path].map { |one| JSON.parse(File.read(one)) }
    base if Dielectra::Practice::TripHouse.sound?(*base)
  end
abort "no house in #{from} is sound once its faults are taken out" if from && bases.empty?
twists =
  bases.any? ? Dielectra::Practice::TripHouse::TWISTS : Dielectra::Practice::TripHouse::TWISTS - %i[appliance overload]
FileUtils.mkdir_p(folder)
expected =
  Array
    .new(count) do |number|
      house =
        Dielectra::Practice::TripHouse.new(Random.new((seed * 10_000) + number), twists[number % twists.size], bases)
      name = format("made_%03d", number)
      File.write(File.join(folder, "#{name}.circuit.json"), JSON.pretty_generate(house.found.to_h))
      File.write(File.join(folder, "#{name}.job.json"), JSON.pretty_generate(house.job))
      family = { "tier" => "trip", "twist" => house.twist.to_s }
      [name, { "status" => house.status, "causes" => house.causes, "family" => family }]
    end
    .to_h
File.write(File.join(folder, "expected.json"), JSON.pretty_generate(expected))
puts "#{count} houses in #{folder}"
