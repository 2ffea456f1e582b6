#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays a first visit to made-up houses, lets something else go wrong in each, and plays the second visit with what the
# first one left known and, for comparison, without it. Prints the minutes of each:
#
#   bundle exec ruby --yjit bench/visits.rb [HOUSES] [SEED] [--stale]
#
# With --stale the second visit is to another house than the one remembered, so that the memory misleads.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require_relative "visits/relapse"

STALE = ARGV.delete("--stale")
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

  left = Dielectra::Session::AsLeft.new(first.session).to_h
  left = other_memory(seed, scenario) || left if STALE
  relapse = Relapse.new(first.house.circuit, scenario.job, Random.new(seed + 7))
  return unless relapse.circuit

  second = visit(relapse.circuit, relapse.call(left, DAYS), seed + 1)
  again = visit(relapse.circuit, relapse.call(nil, DAYS), seed + 1)
  summary(seed, relapse, first, second, again)
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

def summary(seed, relapse, first, second, again)
  {
    seed:,
    trouble: relapse.trouble,
    first: first.session.minutes,
    second: second.session.minutes,
    without: again.session.minutes,
    opened: [first, second, again].map(&:opened),
    right: [second, again].map(&:right?),
    wrong: [second, again].map(&:wrong?),
    unsafe: (second.unsafe + again.unsafe).first,
    why: second.session.next.why
  }
end

pipes =
  (0...WORKERS).map do |worker|
    reader, writer = IO.pipe
    fork do
      reader.close
      (0...HOUSES)
        .select { |number| number % WORKERS == worker }
        .each { |number| line = played(number) and writer.write("#{JSON.generate(line)}\n") }
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
