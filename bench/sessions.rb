#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays sessions that are told anything the protocol allows (Practice::AnyAnswer), and prints what went wrong by kind:
#
#   ruby --yjit bench/sessions.rb COUNT FOLDER… [--seed N] [--workers N] [--quick] [--keep FOLDER]
#
# Jobs come from the folders' NAME.job.json (with NAME.circuit.json beside it), and from random drafts of the form.
# After each step the view, the reasons, the record and every export are asked for; with --quick one of them. --keep
# writes each failing job to a file. Exit status 1 where anything went wrong.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "lru_redux"
require "optparse"
require_relative "support/random_play"
require_relative "support/random_draft"

options = { seed: 1, workers: 2, quick: false, keep: nil, drafts: 0.3 }
OptionParser
  .new do |parser|
    parser.on("--seed N", Integer) { |value| options[:seed] = value }
    parser.on("--workers N", Integer) { |value| options[:workers] = value }
    parser.on("--quick") { options[:quick] = true }
    parser.on("--keep FOLDER") { |value| options[:keep] = value }
    parser.on("--drafts SHARE", Float) { |value| options[:drafts] = value }
  end
  .parse!(ARGV)
COUNT = Integer(ARGV.shift)
JOBS = ARGV.flat_map { |folder| Dir[File.join(folder, "*.job.json")] }.sort.freeze
OPTIONS = options.freeze

def read(path) = (JSON.parse(File.read(path)) if File.file?(path))

# @return [Array(RandomPlay::Report, Hash)] how a session went, and the job it was of
def played(number)
  seed = (OPTIONS[:seed] * 1_000_000) + number
  random = Random.new(seed)
  if JOBS.empty? || random.rand < OPTIONS[:drafts]
    document = RandomDraft.new(random).document
    return RandomPlay.new(document, seed, name: "draft", full: !OPTIONS[:quick]).run, document
  end

  path = JOBS.sample(random:)
  circuit = read(path.sub(".job.json", ".circuit.json")) if random.rand < 0.8
  document = read(path)
  play = RandomPlay.new(document, seed, name: File.basename(path, ".job.json"), circuit:, full: !OPTIONS[:quick])
  [play.run, document]
end

def kept(report, document)
  FileUtils.mkdir_p(OPTIONS[:keep])
  report
    .failures
    .first(1)
    .each do |failure|
      File.write(
        File.join(OPTIONS[:keep], "#{report.seed}.json"),
        JSON.generate({ seed: report.seed, **failure.to_h, document: })
      )
    end
end

pipes =
  Array.new(OPTIONS[:workers]) do |worker|
    reader, writer = IO.pipe
    fork do
      reader.close
      (worker...COUNT).step(OPTIONS[:workers]) do |number|
        report, document = played(number)
        kept(report, document) if OPTIONS[:keep] && report.failures.any?
        writer.puts(JSON.generate({ **report.to_h, failures: report.failures.map { |one| one.to_h.except(:steps) } }))
      end
      writer.close
    end
    writer.close
    reader
  end
# A failure is told as soon as it is there.
def heard(line)
  row = JSON.parse(line)
  row["failures"]
    .first(1)
    .each do |one|
      told = [
        *row.values_at("seed", "name", "steps"),
        *one.values_at("at", "what"),
        one["backtrace"].first(3).join(" < ")
      ]
      warn format("seed %s %s after %s steps, %s: %s %s", *told)
    end
  warn format("seed %d %s: a step of %.1f s", *row.values_at("seed", "name", "slowest")) if row["slowest"] > 3
  row
end

rows = pipes.map { |reader| Thread.new { reader.each_line.map { |line| heard(line) } } }.flat_map(&:value)
Process.waitall

failures = rows.flat_map { |row| row["failures"].first(1).map { |one| [row, one] } }
failures
  .group_by { |_, one| [one["at"], one["what"][0, 90], one["backtrace"]&.first] }
  .sort_by { |_, some| -some.size }
  .each do |(at, what, frame), some|
    puts format(
           "%4d  %-12s %s\n      %s   seeds %s",
           some.size,
           at,
           what,
           frame,
           some.first(3).map { |row, _| row["seed"] }.join(" ")
         )
  end
slow = rows.select { |row| row["slowest"] > 3 }
puts "sessions #{rows.size} of #{COUNT}: #{
       rows.map { |row| row["ended"] }.tally.sort.map { |one| one.join(" ") }.join(", ")
     }; " \
       "steps #{rows.sum { |row| row["steps"] }}; refused with a sentence #{rows.sum { |row| row["refused"] }}; " \
       "sessions with a step over 3 s: #{slow.size} (most #{
         format("%.1f", rows.map { |row| row["slowest"] }.max || 0)
       } s)"
exit 1 if failures.any? || rows.size < COUNT
