#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays pairs of files, NAME.circuit.json and NAME.job.json, through the session and prints how they end, by family,
# where a file expected.json beside them says what is right:
#
#   ruby --yjit bench/cases.rb FOLDER [GLOB] [--slips one|SHARE] [--unsure SHARE] [--seed N] [--flip]
#                             [--workers N] [--show] [--cable]
#
# --slips writes readings down wrong, --unsure answers so many questions with "unsure", --flip turns toggles over by
# chance, --show prints every step, --cable compares the feet of new runs with the least possible.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "optparse"
require_relative "support/case_file"
require_relative "support/least_cable"

options = { slips: "0", unsure: 0.0, seed: 1, workers: 2, flip: false, show: false, cable: false }
OptionParser
  .new do |parser|
    parser.on("--slips SHARE") { |value| options[:slips] = value }
    parser.on("--unsure SHARE", Float) { |value| options[:unsure] = value }
    parser.on("--seed N", Integer) { |value| options[:seed] = value }
    parser.on("--workers N", Integer) { |value| options[:workers] = value }
    parser.on("--flip") { options[:flip] = true }
    parser.on("--show") { options[:show] = true }
    parser.on("--cable") { options[:cable] = true }
  end
  .parse!(ARGV)
OPTIONS = options.freeze
FOLDER, GLOB = ARGV
names = CaseFile.names(FOLDER, GLOB || "*")
EXPECTED = CaseFile.expected(FOLDER)

# One case played to its end.
Result =
  Struct.new(
    :name,
    :outcome,
    :minutes,
    :steps,
    :slowest,
    :times,
    :note,
    :causes,
    :confidence,
    :least,
    :cable,
    :apart,
    :reversed
  )

def play(name)
  random = Random.new((OPTIONS[:seed] * 1000) + name.sum)
  slips = OPTIONS[:slips] == "one" ? :one : OPTIONS[:slips].to_f
  game = CaseFile.new(FOLDER, name, random:, slips:, unsure: OPTIONS[:unsure], flip: OPTIONS[:flip])
  times = game.play { |turn| show(turn, name) if OPTIONS[:show] }
  puts JSON.pretty_generate(game.session.next.to_h) if OPTIONS[:show]
  judged(game, times)
rescue Dielectra::InvalidInput => e
  Result.new(name, :refused, 0.0, 0, 0.0, [], e.message, [], 0.0)
rescue StandardError => e
  Result.new(
    name,
    :crashed,
    0.0,
    0,
    0.0,
    [],
    [
      "#{e.class}: #{e.message.lines.first.to_s[0, 120].strip}",
      *e.backtrace.first(3).map { |l| l[%r{[^/]+:\d+}] }
    ].join(" "),
    [],
    0.0
  )
end

def show(turn, name)
  puts format("%6.1f %s → %s", turn.session.minutes, JSON.generate(turn.step), JSON.generate(turn.answer)[0, 300])
  warn format("slow: %s %.1f s before %s", name, turn.seconds, JSON.generate(turn.step)[0, 150]) if turn.seconds > 1
end

def judged(game, times)
  name, circuit, house, session, watch, expected =
    %i[name circuit house session watch expected].map { |part| game.public_send(part) }
  conclusion = session.next
  inspections =
    Dielectra::Practice::Intermittence
      .settled(house.circuit)
      .map { |way| Dielectra::Practice::Inspection.new(way, goal_of(session)) }
  left =
    Dielectra::Practice::Handover.new(circuit, house.circuit, goal_of(session), opened: session.situation.opened.keys)
  faults = inspections.flat_map(&:hazards) + left.shortcomings
  obeys = inspections.all?(&:obeys?)
  named = named?(conclusion.causes, expected["causes"])
  outcome =
    if watch.unsafe.any?
      :unsafe
    elsif conclusion.status == "solved"
      obeys && faults.empty? ? (named ? :right : :cause) : :wrong
    elsif [expected["status"], *expected["status_also"]].include?("stopped")
      named ? :right : :why
    else
      :stopped
    end
  note = [
    watch.unsafe.first,
    conclusion.why,
    *(conclusion.status == "solved" ? faults.uniq.first(2) : []),
    ("does not obey" if conclusion.status == "solved" && !obeys)
  ].compact.join("; ")
  Result.new(
    name,
    outcome,
    session.minutes,
    session.steps.size,
    times.max,
    times,
    note,
    conclusion.causes,
    conclusion.confidence,
    (
      if conclusion.status == "solved"
        Dielectra::Practice::Least.new(circuit, house.circuit, session, goal_of(session)).minutes
      end
    ),
    (cable(circuit, session) if OPTIONS[:cable] && conclusion.status == "solved" && session.respond_to?(:asked)),
    (conclusion.status == "stopped" ? left.left_apart : []),
    inspections.flat_map(&:reversed).uniq
  )
end

# @return [Array(Float, Float)] feet of the runs that were pulled, and the least possible
def cable(circuit, session)
  [LeastCable.pulled(session.asked, session.steps), LeastCable.new(circuit, session.asked).feet]
end

# The job as the house shall be
def goal_of(session)
  return session.job unless session.respond_to?(:asked)

  retired = session.steps.any? { |step| step["do"] == "retire" && Dielectra::Steps.done?(step) }
  session.next.status == "solved" || retired ? session.asked.after : session.asked.before
end

def named?(causes, expected)
  return true unless expected

  expected.all? do |wanted|
    causes.any? do |cause|
      wanted["kinds"].include?(cause["kind"]) &&
        (wanted["place"].nil? || cause["place"].nil? || cause["place"] == wanted["place"])
    end
  end
end

pipes =
  Array.new(OPTIONS[:workers]) do |number|
    reader, writer = IO.pipe
    fork do
      reader.close
      names.each_with_index do |name, index|
        writer.puts(JSON.generate(play(name).to_a)) if index % OPTIONS[:workers] == number
      end
      writer.close
    end
    writer.close
    reader
  end
results =
  pipes
    .flat_map do |reader|
      reader.each_line.map do |line|
        Result.new(*JSON.parse(line)).tap { |result| result.outcome = result.outcome.to_sym }
      end
    end
    .sort_by(&:name)
Process.waitall

results.each do |result|
  next if result.outcome == :right

  family = EXPECTED.dig(result.name, "family")&.values_at("tier", "twist", "fault")&.join(" ")
  puts format(
         "%-16s %-8s %5.1f min %3d steps %5.2f s  %-34s %s %s conf %.3f",
         result.name,
         result.outcome,
         result.minutes,
         result.steps,
         result.slowest,
         family,
         result.note,
         JSON.generate(result.causes)[0, 200],
         result.confidence
       )
end
times = results.flat_map(&:times).sort
groups =
  results.group_by { |result| EXPECTED.dig(result.name, "family")&.values_at("tier", "twist")&.join(" ") || "all" }
groups
  .sort
  .push(["together", results])
  .each do |family, some|
    puts format(
           "%-34s %3d  %s  minutes %.1f",
           family,
           some.size,
           some.map(&:outcome).tally.map { |outcome, count| "#{outcome} #{count}" }.join(", "),
           some.sum(&:minutes) / some.size
         )
  end
apart = results.select { |result| result.apart&.any? }
apart.each { |result| puts "left apart: #{result.name}: #{result.apart.join("; ")}" }
reversed = results.select { |result| result.reversed&.any? }
reversed.each { |result| puts "reversed polarity: #{result.name} (#{result.outcome}): #{result.reversed.join("; ")}" }
puts "left apart #{apart.size} of #{results.count { |result| result.apart && !result.least }} stopped"
solved = results.select(&:least)
if solved.any?
  ours, least = %i[minutes least].map { |field| solved.sum(&field) / solved.size }
  puts format("solved %d: minutes %.1f, of who knew the truth %.1f, ratio %.2f", solved.size, ours, least, ours / least)
end
cabled = results.filter_map(&:cable).select { |_, least| least }
if cabled.any?
  pulled, least = cabled.transpose.map(&:sum)
  puts format(
         "changes %d: cable %.0f ft, least possible %.0f ft, ratio %.2f",
         cabled.size,
         pulled,
         least,
         pulled / least
       )
end
unless times.empty?
  puts format(
         "ms: 50 %% %.0f, 95 %% %.0f, 99 %% %.0f, max %.0f",
         *[0.5, 0.95, 0.99, 1].map { |share| times[((times.size - 1) * share).round] * 1000 }
       )
end
