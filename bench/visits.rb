#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays a first visit to made-up houses, lets something else go wrong in each, and plays the second visit with what the
# first one left known and, for comparison, without it. Prints the minutes of each:
#
#   bundle exec ruby --yjit bench/visits.rb [HOUSES] [SEED] [--stale] [--all]
#   bundle exec ruby --yjit bench/visits.rb --cases FOLDER [GLOB] [SEED]
#
# With --stale the second visit is to another house than the one remembered, so that the memory misleads. With --all
# everything about the house is on record, more than any visit leaves known. With --cases the houses are those of a
# folder that are to be put right.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "optparse"
require_relative "support/sound_house"
require_relative "visits/all_on_record"
require_relative "visits/relapse"

options = {}
OptionParser
  .new do |parser|
    parser.on("--stale")
    parser.on("--all")
    parser.on("--cases FOLDER")
  end
  .parse!(ARGV, into: options)
STALE, ALL, CASES = options.values_at(:stale, :all, :cases)
GLOB = ARGV[0] || "*"
HOUSES = (ARGV[0] || 50).to_i
SEED = (ARGV[1] || 1).to_i
DAYS = 400
WORKERS = 2

Visit =
  Struct.new(:session, :house, :unsafe, :job) do
    def right? = status == "solved" && obeys? && hazards.empty?

    def wrong? = status == "solved" && !(obeys? && hazards.empty?)

    def status = session.next.status

    def obeys? = inspection.obeys?

    def hazards = inspection.hazards

    def inspection = Dielectra::Practice::Inspection.new(house.circuit, job)

    def opened = session.situation.opened.size

    # Minutes of who knew the truth beforehand
    def least(found) = Dielectra::Practice::Least.new(found, house.circuit, session, job).minutes
  end

def visit(circuit, job, seed)
  house = Dielectra::Practice::House.new(circuit, random: Random.new(seed), job:)
  watch = Dielectra::Practice::SafetyObserver.new(house, job)
  session = Dielectra::Session::Troubleshooting.for(job)
  until session.next.is_a?(Dielectra::Session::Conclusion)
    step = session.next.numbered(session.steps.size + 1 - job.steps.size)
    watch.check!(step)
    session.record(step.merge("answer" => house.answer(step)))
  end
  Visit.new(session, house, watch.unsafe, job)
end

# @return [Hash, nil] a line of the table; nil for a house that was not put right, or in which nothing goes wrong again
def played(number)
  seed = (SEED * 100_000) + number
  scenario = Dielectra::Practice::Scenario.new(Random.new(seed))
  first = visit(scenario.circuit, scenario.job, seed)
  return unless first.right?

  left = (other_memory(seed, scenario) if STALE) || Dielectra::Session::AsLeft.new(first.session).to_h
  again(seed, scenario.circuit, scenario.job, first, left)
end

# @param name [String] of a case
# @return [Hash, nil] the same of a house that somebody else made
def played_case(name)
  seed = (SEED * 100_000) + name.sum
  circuit, job = %w[circuit job].map { |kind| JSON.parse(File.read(File.join(CASES, "#{name}.#{kind}.json"))) }
  return unless job.dig("wanted", "kind") == "restore"

  circuit = Dielectra::Circuit.read(circuit)
  job = Dielectra::Evidence::Job.read(job)
  first = visit(circuit, job, seed)
  again(seed, circuit, job, first, Dielectra::Session::AsLeft.new(first.session).to_h) if first.right?
end

# The second visit, with what the first one left known and without it
# @return [Hash, nil] nil where nothing goes wrong again
def again(seed, circuit, job, first, left)
  sound = SoundHouse.of(first.house.circuit, job)
  left = AllOnRecord.new(sound, job).to_h if ALL
  relapse = Relapse.new(sound, job, Random.new(seed + 7))
  return unless relapse.circuit

  second = visit(relapse.circuit, relapse.call(left, DAYS), seed + 1)
  without = visit(relapse.circuit, relapse.call(nil, DAYS), seed + 1)
  summary(seed, circuit, relapse, first, second, without)
end

# The memory of another house of the same family, its places renamed to the places of this one
# @return [Hash, nil] nil where none of that size is found
def other_memory(seed, scenario)
  (1..200).each do |more|
    other = Dielectra::Practice::Scenario.new(Random.new(seed + (more * 1_000_003)), family: scenario.family)
    next unless other.job.places.map(&:id).size == scenario.job.places.map(&:id).size
    next unless other.job.controls.size == scenario.job.controls.size

    names = other.job.places.map(&:id).zip(scenario.job.places.map(&:id)).to_h
    left = visit(other.circuit, other.job, seed)
    next unless left.right? && left.opened.positive?

    text = JSON.generate(Dielectra::Session::AsLeft.new(left.session).to_h)
    return JSON.parse(text.gsub(%r{"(#{names.keys.join("|")})(?=["/.])}) { "\"#{names.fetch(Regexp.last_match(1))}" })
  end
  nil
end

def summary(seed, first_circuit, relapse, first, second, without)
  {
    seed:,
    trouble: relapse.trouble,
    first: first.session.minutes,
    second: second.session.minutes,
    without: without.session.minutes,
    least: [first.least(first_circuit), second.least(relapse.circuit)],
    opened: [first, second, without].map(&:opened),
    right: [second, without].map(&:right?),
    wrong: [second, without].map(&:wrong?),
    unsafe: (second.unsafe + without.unsafe).first,
    why: second.session.next.why
  }
end

plays =
  if CASES
    names = Dir[File.join(CASES, "#{GLOB}.circuit.json")].map { |path| File.basename(path, ".circuit.json") }.sort
    names.map { |name| -> { played_case(name) } }
  else
    Array.new(HOUSES) { |number| -> { played(number) } }
  end
pipes =
  (0...WORKERS).map do |worker|
    reader, writer = IO.pipe
    fork do
      reader.close
      plays
        .each_slice(WORKERS)
        .filter_map { |some| some[worker] }
        .each { |play| line = play.call and writer.write("#{JSON.generate(line)}\n") }
      writer.close
    end
    writer.close
    reader
  end
lines = pipes.map { |reader| Thread.new { reader.each_line.map { |line| JSON.parse(line) } } }.flat_map(&:value)
lines
  .sort_by { |line| line["seed"] }
  .each do |line|
    puts format(
           "%d %-22s first %5.1f second %5.1f without %5.1f opened %s %s",
           *line.values_at("seed", "trouble", "first", "second", "without"),
           line["opened"].join("/"),
           [
             line["right"].first ? nil : (line["wrong"].first ? "WRONG" : "stopped: #{line["why"]}"),
             line["unsafe"]
           ].compact.join(" ")
         )
  end
mean = ->(name) { lines.sum { |line| line[name] } / lines.size }
puts format(
       "%d second visits: right %d, wrong %d, unsafe %d; without memory right %d, wrong %d",
       lines.size,
       lines.count { |line| line["right"].first },
       lines.count { |line| line["wrong"].first },
       lines.count { |line| line["unsafe"] },
       lines.count { |line| line["right"].last },
       lines.count { |line| line["wrong"].last }
     )
puts format(
       "mean minutes: first %.1f, second %.1f (%.2f), without memory %.1f (%.2f)",
       mean["first"],
       mean["second"],
       mean["second"] / mean["first"],
       mean["without"],
       mean["without"] / mean["first"]
     )
least = [0, 1].map { |at| lines.sum { |line| line["least"][at] } / lines.size }
puts format(
       "who knew the truth: first %.1f, second %.1f (%.2f of the first visit as it was)",
       *least,
       least.last / mean["first"]
     )
