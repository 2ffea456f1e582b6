#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes up houses in which all is well and one to three things are asked for at once, and plays them with cases.rb:
#
#   bundle exec ruby --yjit bench/wishes.rb [HOUSES] [SEED] [OPTIONS OF cases.rb]
#
# KEEP=FOLDER keeps the cases there.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "fileutils"
require "tmpdir"
require_relative "support/wished_house"

FAMILIES = %i[one two three conduit receptacle second_circuit cloth loads].freeze

count, seed = [60, 1].map { |default| ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : default }
Dir.mktmpdir do |folder|
  expected =
    Array
      .new(count) do |number|
        family = FAMILIES[number % FAMILIES.size]
        random = Random.new((seed * 1000) + number)
        wall = Dielectra::Practice::Wall.new(family, random)
        circuit = Dielectra::Practice::WallDocument.new(wall, random).to_h([])
        job = Dielectra::Practice::Call.new(wall, Dielectra::Circuit.read(circuit), random).document
        house = WishedHouse.new(job, random)
        name = format("wish_%03d", number)
        File.write(File.join(folder, "#{name}.circuit.json"), JSON.generate(circuit))
        File.write(File.join(folder, "#{name}.job.json"), JSON.generate(house.job))
        [name, { "family" => { "tier" => "#{house.wishes.size} wishes", "twist" => family.to_s } }]
      end
      .to_h
  File.write(File.join(folder, "expected.json"), JSON.generate(expected))
  FileUtils.cp_r(folder, ENV["KEEP"]) if ENV["KEEP"]
  system(RbConfig.ruby, "--yjit", File.join(__dir__, "cases.rb"), folder, "--seed", seed.to_s, *ARGV)
end
