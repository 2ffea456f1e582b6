#!/usr/bin/env ruby
# frozen_string_literal: true

# Writes down everything that happens in a set of cases, to be compared before and after a change that must not alter
# behavior:
#
#   ruby --yjit bench/trace.rb OUT [CASES_FOLDER GLOB] [--houses N] [--seed N] [--workers N]
#
# OUT gets two files per case: NAME.play (steps, answers, minutes, belief, conclusion) and NAME.view (what a screen
# shows). `diff -r` of two such folders shows which step or sentence changed.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "fileutils"
require "optparse"

options = { houses: 24, seed: 901, workers: 2 }
OptionParser
  .new do |parser|
    parser.on("--houses N", Integer) { |value| options[:houses] = value }
    parser.on("--seed N", Integer) { |value| options[:seed] = value }
    parser.on("--workers N", Integer) { |value| options[:workers] = value }
  end
  .parse!(ARGV)
OPTIONS = options.freeze
OUT, FOLDER, GLOB = ARGV
# Every third house answers with one slip, every fourth with "unsure" now and then.
VARIANTS = [{}, {}, { slips: :one }, { unsure: 0.1 }].freeze

def files
  return [] unless FOLDER

  Dir[File.join(FOLDER, "#{GLOB || "*"}.circuit.json")].map do |path|
    name = File.basename(path, ".circuit.json")
    [
      name,
      -> { Dielectra::Circuit.read(JSON.parse(File.read(path))) },
      -> { Dielectra::Evidence::Job.read(JSON.parse(File.read(path.sub(".circuit.", ".job.")))) }
    ]
  end
end

def houses
  Array.new(OPTIONS[:houses]) do |number|
    seed = (OPTIONS[:seed] * 1000) + number
    scenario = nil
    made = -> { scenario ||= Dielectra::Practice::Scenario.new(Random.new(seed)) }
    ["made_#{seed}", -> { made.call.circuit }, -> { made.call.job }]
  end
end

# What the screens of a job show.
def view(session)
  conclusion = session.next.is_a?(Dielectra::Session::Conclusion)
  shown = {
    grid: Dielectra::Presentation::Grid.new(session).to_a,
    boxes: Dielectra::Presentation::Boxes.new(session).to_a,
    power: Dielectra::Presentation::Power.new(session.situation).to_h,
    ahead: Dielectra::Presentation::Ahead.new(session).to_h,
    repair: Dielectra::Presentation::Rewire.new(session).to_h,
    because: session.findings.because(session.log),
    suspects: session.findings.suspects.first(5),
    reasons: Dielectra::Presentation::Reasons.new(session).to_a
  }
  return shown if conclusion

  shown.merge(
    next: Dielectra::Presentation::Advice.next(session).to_h,
    instead: Dielectra::Presentation::Advice.instead(session).map(&:to_h)
  )
end

def pretty(value) = JSON.pretty_generate(value).gsub(/\n {4,}/, " ")

def trace(name, circuit, job, index)
  play = []
  screen = []
  job = job.call
  random = Random.new(name.sum)
  house = Dielectra::Practice::House.new(circuit.call, random:, **VARIANTS[index % VARIANTS.size])
  watch = Dielectra::Practice::SafetyObserver.new(house, job)
  session = Dielectra::Session::Troubleshooting.for(job)
  until session.next.is_a?(Dielectra::Session::Conclusion)
    step = session.next.numbered(session.steps.size + 1 - job.steps.size)
    watch.check!(step)
    screen << pretty(view(session)) if (session.steps.size % 4).zero?
    answer = house.answer(step)
    session.record(step.merge("answer" => answer))
    belief = session.belief
    play.push(
      JSON.generate([step, answer, session.minutes.round(3), belief.hypotheses.size, session.certainty.round(6)])
    )
  end
  screen << pretty(view(session))
  play.push(JSON.pretty_generate(session.next.to_h), watch.unsafe)
rescue StandardError => e
  play.push("#{e.class}: #{e.message}", e.backtrace.first(4).map { |line| line[%r{[^/]+:\d+}] })
ensure
  File.write(File.join(OUT, "#{name}.play"), "#{play.flatten.join("\n")}\n")
  File.write(File.join(OUT, "#{name}.view"), "#{screen.join("\n")}\n")
end

FileUtils.mkdir_p(OUT)
cases = files + houses
OPTIONS[:workers].times do |number|
  fork do
    cases.each_with_index do |(name, circuit, job), index|
      trace(name, circuit, job, index) if index % OPTIONS[:workers] == number
    end
  end
end
Process.waitall
digest = ->(kind) do
  Digest::SHA256.hexdigest(Dir[File.join(OUT, "*.#{kind}")].map { |path| File.read(path) }.join)[0, 16]
end
require "digest"
puts "#{cases.size} cases · play #{digest.call("play")} · view #{digest.call("view")}"
