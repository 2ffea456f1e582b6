#!/usr/bin/env ruby
# frozen_string_literal: true

# Plays made-up houses through the session and prints how they end, by trouble and by family, beside what others would
# have needed: (a) who takes everything apart and puts it back, (b) who replaces like for like first, then (a), (c) who
# knew the truth and only repaired and proved it; each priced step by step; and (d), on cases small enough, the best of
# all ways from a moment on, gone through to the end, with what ours would be expected to need from there:
#
#   ruby --yjit bench/diagnosis.rb [HOUSES] [SEED] [SLIPS] [FAMILY]
#
# SLIPS is the share of readings that are written down wrong; "one" makes it just one reading a job; "unsure" answers
# one question in ten with "unsure". FAMILY may be "all". Further lines say how houses end whose toggles throw the other
# way round, with something plugged in beyond, with two cables side by side, and with a breaker found tripped.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"

HOUSES = (ARGV[0] || 100).to_i
SEED = (ARGV[1] || 1).to_i
SLIPS = ARGV[2] || "0"
FAMILY = (ARGV[3].to_sym if ARGV[3] && ARGV[3] != "all")
UNSURE = SLIPS == "unsure" ? 0.1 : 0.0

# One house played to its end.
Game =
  Struct.new(
    :seed,
    :family,
    :trouble,
    :outcome,
    :minutes,
    :least,
    :fixed,
    :replacing,
    :walks,
    :steps,
    :times,
    :note,
    :named,
    :roles,
    :small,
    :traits,
    keyword_init: true
  )

def clock = Process.clock_gettime(Process::CLOCK_MONOTONIC)

def timed(times)
  start = clock
  yield.tap { times << (clock - start) }
end

def play(seed)
  scenario = Dielectra::Practice::Scenario.new(Random.new(seed), family: FAMILY)
  slips = SLIPS == "one" ? :one : SLIPS.to_f
  house = Dielectra::Practice::House.new(scenario.circuit, random: Random.new(seed + 1), slips:, unsure: UNSURE)
  watch = Dielectra::Practice::SafetyObserver.new(house, scenario.job)
  times = []
  session = timed(times) { Dielectra::Session::Troubleshooting.new(scenario.job).tap(&:next) }
  small = nil
  until session.next.is_a?(Dielectra::Session::Conclusion)
    small ||= beside_optimum(session) if SLIPS == "0"
    step = session.next.numbered(session.steps.size + 1 - scenario.job.steps.size)
    watch.check!(step)
    answer = house.answer(step)
    timed(times) { session.record(step.merge("answer" => answer)).next }
  end
  judged(seed, scenario, house, session, times, watch).tap { |game| game.small = small }
end

# Expected minutes from here of the session and of the best there is, where the case is small enough for that.
# @return [Array(Float, Float), nil]
def beside_optimum(session)
  optimum = Dielectra::Practice::Optimum.small(session) or return
  best = optimum.minutes
  ours = optimum.minutes_of_session if best.finite?
  ours && [ours, best]
end

def judged(seed, scenario, house, session, times, watch)
  inspections =
    Dielectra::Practice::Intermittence
      .settled(house.circuit)
      .map { |way| Dielectra::Practice::Inspection.new(way, scenario.job) }
  left =
    Dielectra::Practice::Handover.new(
      scenario.circuit,
      house.circuit,
      scenario.job,
      opened: session.situation.opened.keys
    )
  hazards = inspections.flat_map(&:hazards).uniq + left.shortcomings
  solved = session.next.status == "solved"
  beyond = !Dielectra::Practice::PerfectInformation.new(scenario).repairable?
  outcome =
    if watch.unsafe.any?
      :unsafe
    elsif solved
      inspections.all?(&:obeys?) && hazards.empty? ? :solved : :wrong
    else
      beyond ? :stopped : :gave_up
    end
  walks =
    session.steps.each_cons(2).count { |one, other| other["do"].include?("breaker") && !one["do"].include?("breaker") }
  Game.new(
    seed:,
    roles: roles(house, session),
    family: scenario.family,
    trouble: scenario.trouble,
    outcome:,
    minutes: session.minutes,
    least: Dielectra::Practice::PerfectInformation.new(scenario).minutes,
    fixed: Dielectra::Practice::FixedProcedure.new(scenario).minutes,
    replacing: Dielectra::Practice::FixedProcedure.new(scenario).minutes_replacing_first,
    walks:,
    steps: session.steps.size,
    times:,
    note: [watch.unsafe.first, session.next.why, *(solved ? hazards : [])].compact.join("; "),
    traits: traits(scenario),
    named: Dielectra::Practice::PerfectInformation.new(scenario).named?(session.next.causes)
  )
end

# What the session must not take for granted in a house.
def traits(scenario)
  devices = scenario.circuit.devices
  {
    "toggles reversed" => devices.any?(&:reversed?),
    "plugged in beyond" => devices.any? { |device| device.id.start_with?("R") && device.settings["plugged"] },
    "two cables side by side" => scenario.family == :parallel,
    "found tripped or off" => devices.any? { |device| device.breaker? && device.position != "on" }
  }.select { |_, so| so }.keys
end

# Of the conductors of the light's circuit in opened boxes: whose role a conclusion states rightly, of whom it states
# one, all.
def roles(house, session)
  return 0, 0, 0 unless session.next.status == "solved"

  ends = session.situation.opened.keys.flat_map { |place| session.situation.own_cable_ends(place) }
  truth = Dielectra::Practice::TrueRoles.new(house.circuit, session.job).of(ends.flat_map(&:points))
  stated = session.next.roles.slice(*truth.keys)
  wrong = stated.reject { |point, role| truth[point] == role }
  warn "    #{wrong.map { |point, role| "#{point} is called #{role}, is #{truth[point]}" }.join("; ")}" if wrong.any?
  [stated.size - wrong.size, stated.size, truth.size]
end

games =
  (0...HOUSES).map do |number|
    game = play((SEED * 100_000) + number)
    good = %i[solved stopped].include?(game.outcome)
    if !good || !game.named || game.minutes > (ENV.fetch("SHOW", 2.2).to_f * game.least) + 5
      warn format(
             "%d %s %s %s %.1f (%.1f) %.1fs %s%s",
             *game.to_a.first(4),
             game.minutes,
             game.least,
             game.times.max,
             game.named ? "" : "cause? ",
             game.note
           )
    end
    game
  end

# Share of the roles stated that are right, and of all that are stated.
def told(group)
  right, stated, all = group.map(&:roles).transpose.map(&:sum)
  [stated.zero? ? 1.0 : right / stated.to_f, all.zero? ? 1.0 : stated / all.to_f]
end

# Minutes from small cases on: ours, the optimum's, and how many cases.
def beside(group)
  small = group.filter_map(&:small)
  small.empty? ? "" : format("%5.2f %4d", small.sum(&:first) / small.sum(&:last), small.size)
end

def quantile(times, share) = times.empty? ? 0.0 : times.sort[((times.size - 1) * share).round] * 1000

puts "                          n  right  wrong unsafe  gave up  cause  roles  said |" \
       " minutes    (a)    (b)    (c)   /(a)  /(c) | walks  steps | ms: 50 %  95 %   max | /(d)    of"
traits = games.flat_map(&:traits).uniq.sort.map { |trait| [trait, games.select { |game| game.traits.include?(trait) }] }
rows =
  games.group_by(&:trouble).sort_by { |trouble, _| trouble } + games.group_by(&:family).sort_by { |family, _| family } +
    traits + [[:all, games]]
rows.each do |name, group|
  count = ->(*outcomes) { group.count { |game| outcomes.include?(game.outcome) } }
  mean = ->(field) { group.sum(&field) / group.size.to_f }
  times = group.flat_map(&:times)
  puts format(
         "%-22s %4d %6d %6d %6d %8d %6d %6.3f %5.2f | " \
           "%7.1f %6.1f %6.1f %6.1f %6.2f %5.2f | %5.1f %6.1f | %8.0f %5.0f %5.0f | %s",
         name,
         group.size,
         count[:solved, :stopped],
         count[:wrong],
         count[:unsafe],
         count[:gave_up],
         group.count(&:named),
         *told(group),
         *%i[minutes fixed replacing least].map(&mean),
         mean[:minutes] / mean[:fixed],
         mean[:minutes] / mean[:least],
         mean[:walks],
         mean[:steps],
         *[0.5, 0.95, 1.0].map { |share| quantile(times, share) },
         beside(group)
       )
end
