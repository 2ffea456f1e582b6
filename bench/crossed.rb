#!/usr/bin/env ruby
# frozen_string_literal: true

# Takes houses that somebody else made, puts each right by playing it, and then lets something else go wrong in it or
# asks for a change, for several (wishes), or for both a repair and a change. Plays the outcome with cases.rb:
#
#   bundle exec ruby --yjit bench/crossed.rb FOLDER [GLOB] [--seed N] [--kinds faults,changes,wishes,both]
#                                            [OPTIONS OF cases.rb]
#
# The houses that were put right are kept among the system's temporary files, for the same folder and the same core.
# KEEP=FOLDER keeps the cases.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "digest"
require "fileutils"
require "tmpdir"
require_relative "crossed/asked_of"
require_relative "support/sound_house"
require_relative "support/wished_house"
require_relative "visits/relapse"

FOLDER = ARGV.shift or abort "usage: bench/crossed.rb FOLDER [GLOB] [--seed N] [OPTIONS OF cases.rb]"
GLOB = ARGV.any? && !ARGV.first.start_with?("--") ? ARGV.shift : "*"
taken = ->(flag, default) { (at = ARGV.index(flag)) ? ARGV.slice!(at, 2).last : default }
SEED = taken.call("--seed", "1").to_i
KINDS = taken.call("--kinds", "faults,changes").split(",")
WORKERS = 2

def read(name, kind) = JSON.parse(File.read(File.join(FOLDER, "#{name}.#{kind}.json")))

# @return [Hash, nil] the circuit as a session leaves it; nil where it does not put it right
def put_right(name)
  job = Dielectra::Evidence::Job.read(read(name, "job"))
  house = Dielectra::Practice::House.new(Dielectra::Circuit.read(read(name, "circuit")), random: Random.new(1), job:)
  session = Dielectra::Session::Troubleshooting.for(job)
  until session.next.is_a?(Dielectra::Session::Conclusion)
    step = session.next.numbered(session.steps.size + 1 - job.steps.size)
    session.record(step.merge("answer" => house.answer(step)))
  end
  inspection = Dielectra::Practice::Inspection.new(house.circuit, job)
  return unless session.next.status == "solved" && inspection.obeys? && inspection.hazards.empty?

  SoundHouse.of(house.circuit, job).to_h
end

# @return [Hash, nil] the same, kept from run to run
def sound(name, cache)
  path = File.join(cache, "#{name}.json")
  File.write(path, JSON.generate(put_right(name))) unless File.exist?(path)
  JSON.parse(File.read(path))
end

# Files of one case
def write(folder, name, circuit, job)
  File.write(File.join(folder, "#{name}.circuit.json"), JSON.generate(circuit))
  File.write(File.join(folder, "#{name}.job.json"), JSON.generate(job))
end

# Something else goes wrong
# @return [Hash, nil] what expected.json says of it
def faults(folder, name, circuit, job, random)
  relapse = Relapse.new(circuit, job, random)
  return unless relapse.circuit

  write(folder, name, relapse.circuit.to_h, relapse.call(nil, 0).document)
  { "family" => { "tier" => relapse.trouble } }
end

# Something is asked for
def changes(folder, name, circuit, job, random)
  asked = AskedOf.new(circuit, job, random)
  return unless asked.kind

  write(folder, name, circuit.to_h, asked.job)
  { "family" => { "tier" => asked.kind } }
end

# Several things are asked for at once
def wishes(folder, name, circuit, job, random)
  house = WishedHouse.new(job.document, random)
  return if house.wishes.empty?

  write(folder, name, circuit.to_h, house.job.merge("steps" => []))
  { "family" => { "tier" => "#{house.wishes.size} wishes" } }
end

# Something is asked for in a house in which something is wrong
def both(folder, name, circuit, job, random)
  asked = AskedOf.new(circuit, job, random)
  relapse = Relapse.new(circuit, job, random)
  return unless asked.kind && relapse.circuit

  write(folder, name, relapse.circuit.to_h, asked.job)
  { "family" => { "tier" => asked.kind, "twist" => relapse.trouble } }
end

names = Dir[File.join(FOLDER, "#{GLOB}.circuit.json")].map { |path| File.basename(path, ".circuit.json") }.sort
names.select! { |name| read(name, "job").dig("wanted", "kind") == "restore" }
core = Dir[File.expand_path("../core/lib/**/*.rb", __dir__)].map { |path| File.read(path) }
key = Digest::MD5.hexdigest([File.expand_path(FOLDER), *core].join)
cache = File.join(Dir.tmpdir, "dielectra_sound_#{key}")
FileUtils.mkdir_p(cache)
WORKERS.times { |worker| fork { names.each_with_index { |name, at| sound(name, cache) if at % WORKERS == worker } } }
Process.waitall

Dir.mktmpdir do |folder|
  expected = {}
  names.each do |name|
    document = sound(name, cache) or next
    KINDS.each do |kind|
      random = Random.new((SEED * 1000) + name.sum + kind.size)
      job = Dielectra::Evidence::Job.read(read(name, "job"))
      circuit = Dielectra::Circuit.read(document)
      title = "#{name}_#{kind}"
      said = send(kind, folder, title, circuit, job, random)
      expected[title] = said if said
    end
  end
  File.write(File.join(folder, "expected.json"), JSON.generate(expected))
  FileUtils.cp_r(folder, ENV["KEEP"]) if ENV["KEEP"]
  system(RbConfig.ruby, "--yjit", File.join(__dir__, "cases.rb"), folder, "--seed", SEED.to_s, *ARGV)
end
