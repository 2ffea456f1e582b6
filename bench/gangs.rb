#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes houses with several switches in one box, by a builder that shares nothing with the engine, and plays them with
# cases.rb:
#
#   bundle exec ruby --yjit bench/gangs.rb [HOUSES] [SEED] [OPTIONS OF cases.rb]
#
# FAMILIES in the environment picks some of Practice::GangFamilies::FAMILIES, with commas between

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "json"
require "tmpdir"

count = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 60
seed = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 1
families = ENV["FAMILIES"] ? ENV["FAMILIES"].split(",") : Dielectra::Practice::GangFamilies::FAMILIES
Dir.mktmpdir do |folder|
  expected = {}
  count.times do |number|
    gang =
      Dielectra::Practice::Gang.new(
        families[number % families.size],
        Dielectra::Practice::GangFaults::ALL.sample(random: Random.new(seed + number)),
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
