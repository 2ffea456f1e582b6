#!/usr/bin/env ruby
# frozen_string_literal: true

# Where the time of thinking goes, by room of the core: jobs played to their ends, and one that is taken up again from
# disk before each step. Shares are of samples whose innermost frame in the core lies in that room.
#
#   ruby --yjit bench/profile.rb [FOLDER/NAME…] [--methods N] [--again FOLDER/NAME]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "optparse"
require "stackprof"
require_relative "support/case_file"

DEMO = File.expand_path("../demo", __dir__)
# One control, four controls, several switches in a box, and a change
USUAL = %w[boathouse signal_gallery watch_room chart_room].map { |name| File.join(DEMO, name) }.freeze
# Microseconds between two samples
INTERVAL = 500

options = { methods: 5, again: File.join(DEMO, "signal_gallery") }
OptionParser
  .new do |parser|
    parser.on("--methods N", Integer) { |value| options[:methods] = value }
    parser.on("--again NAME") { |value| options[:again] = value }
  end
  .parse!(ARGV)

# One job played, and where its time went.
class Profiled
  LIB = %r{/core/lib/dielectra/(.+)\.rb}

  attr_reader :times

  # @param path [String] of a pair of files, without what follows the name
  # @param again [Boolean] whether the session is written and read before each step
  def initialize(path, again: false)
    @folder, @name = File.split(path)
    @again = again
  end

  def label = @again ? "#{@name} (again)" : @name

  # @return [Profiled] itself, once it was played
  def run
    game = CaseFile.new(@folder, @name, random: Random.new(1))
    @profile = StackProf.run(mode: :wall, interval: INTERVAL, raw: true) { @times = played(game) }
    self
  end

  # @return [Hash{String => Float}] share of the samples by room
  def rooms =
    shares do |frame|
      file = frame[:file][LIB, 1]
      file.include?("/") ? File.dirname(file).split("/").first(2).join("/") : file
    end

  # @return [Hash{String => Float}] share of the samples by method
  def methods_of_core = shares { |frame| frame[:name].delete_prefix("Dielectra::").delete_prefix("block in ") }

  private

  def played(game)
    return game.play unless @again

    times = []
    session = Dielectra::Session::Troubleshooting.for(game.job)
    until (step = session.next).is_a?(Dielectra::Session::Conclusion)
      fields = step.to_h
      written = Marshal.dump(session)
      from = now
      session = Marshal.load(written) # rubocop:disable Security/MarshalLoad
      session.record(fields.merge("answer" => game.house.answer(fields).except("id"))).next
      times << (now - from)
    end
    times
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # Each sample counts for the innermost frame of the core.
  def shares
    raw = @profile[:raw]
    frames = @profile[:frames].select { |_, frame| frame[:file].to_s.match?(LIB) }
    sums = Hash.new(0)
    at = 0
    while at < raw.size
      size = raw[at]
      innermost = raw[at + 1, size].reverse.find { |frame| frames.key?(frame) }
      sums[innermost ? yield(frames[innermost]) : "outside"] += raw[at + size + 1]
      at += size + 2
    end
    sums.transform_values { |count| count / sums.values.sum.to_f }
  end
end

def quantile(times, share) = times.sort[((times.size - 1) * share).round] * 1000

paths = ARGV.empty? ? USUAL : ARGV
runs = paths.map { |path| Profiled.new(path).run }
runs << Profiled.new(options[:again], again: true).run

puts format("%-26s#{" %15s" * runs.size}", "", *runs.map { |run| run.label[0, 15] })
{ "half of the steps, ms" => 0.5, "95 % of them" => 0.95, "the slowest" => 1 }.each do |label, share|
  puts format("%-26s#{" %15.0f" * runs.size}", label, *runs.map { |run| quantile(run.times, share) })
end
rooms = runs.map(&:rooms)
rooms
  .flat_map(&:keys)
  .uniq
  .sort_by { |room| -rooms.sum { |shares| shares.fetch(room, 0.0) } }
  .each do |room|
    row = rooms.map { |shares| shares.fetch(room, 0.0) * 100 }
    puts format("%-26s#{" %13.1f %%" * runs.size}", room, *row) if row.max >= 1
  end
runs.each do |run|
  puts "", run.label
  run
    .methods_of_core
    .max_by(options[:methods], &:last)
    .each { |name, share| puts format("  %5.1f %%  %s", share * 100, name) }
end
