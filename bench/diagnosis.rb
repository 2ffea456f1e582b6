# frozen_string_literal: true

# Plays made-up houses through the session and prints how they end: ruby --yjit bench/diagnosis.rb [HOUSES] [SEED] [SLIPS]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"

houses = (ARGV[0] || 100).to_i
seed = (ARGV[1] || 1).to_i
slips = (ARGV[2] || 0).to_f

# One house played to its end.
Game = Struct.new(:seed, :trouble, :outcome, :minutes, :walks, :steps, :times, :note)

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def play(seed, slips)
  scenario = Dielectra::Practice::Scenario.new(Random.new(seed))
  house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(seed + 1), slips:)
  watch = Dielectra::Practice::Watchman.new(house, scenario.job)
  times = []
  session = timed(times) { Dielectra::Session::Troubleshooting.new(scenario.job).tap(&:next) }
  until session.next.is_a?(Dielectra::Session::Conclusion)
    step = session.next.numbered(session.steps.size + 1 - scenario.job.steps.size)
    watch.check!(step)
    answer = house.answer(step)
    timed(times) { session.record(step.merge("answer" => answer)).next }
  end
  judged(seed, scenario, house, session, times, watch)
end

def timed(times)
  start = clock
  yield.tap { times << (clock - start) }
end

def judged(seed, scenario, house, session, times, watch)
  inspection = Dielectra::Practice::Inspection.new(house.circuit, scenario.job)
  good = inspection.obeys? && inspection.hazards.empty?
  solved = session.next.status == "solved"
  beyond = %i[no_supply conductor_open].include?(scenario.trouble)
  outcome = if watch.unsafe.any? then :unsafe
            elsif solved then good ? :solved : :wrong
            else beyond ? :stopped : :gave_up
            end
  walks = session.steps.count { |step| step["do"] == "breaker" }
  Game.new(seed, scenario.trouble, outcome, session.minutes, walks, session.steps.size, times,
           [watch.unsafe.first, session.next.why, *(solved ? inspection.hazards : [])].compact.join("; "))
end

games = (0...houses).map do |number|
  game = play((seed * 100_000) + number, slips)
  warn "#{game.seed} #{game.trouble} #{game.outcome} #{game.minutes.round(1)} #{game.note}" unless %i[solved stopped].include?(game.outcome) && game.minutes < 45
  game
end

puts "trouble                    n  right    wrong unsafe  gave up minutes  walks  steps"
(games.group_by(&:trouble).sort_by { |trouble, _| trouble } + [[:all, games]]).each do |trouble, group|
  count = ->(*outcomes) { group.count { |game| outcomes.include?(game.outcome) } }
  mean = ->(field) { group.sum(&field) / group.size.to_f }
  puts format("%-22s %5d %6d %8d %6d %8d %7.1f %6.1f %6.1f", trouble, group.size, count[:solved, :stopped], count[:wrong], count[:unsafe],
              count[:gave_up], mean[:minutes], mean[:walks], mean[:steps])
end
times = games.flat_map(&:times).sort
puts format("think time ms: median %.0f  95 %% %.0f  max %.0f  of %d answers", *[0.5, 0.95, 1.0].map { |q| times[((times.size - 1) * q).round] * 1000 }, times.size)
