#!/usr/bin/env ruby
# frozen_string_literal: true

# What the jobs done so far are worth for the next ones: a skewed town, where one fitter exchanged travelers nearly
# everywhere and old joints come apart, is learned from so many houses. Then fresh houses of that town, and houses of an
# ordinary one, are played by the shipped priors and by the learned ones:
#
#   ruby --yjit bench/learned.rb [LEARNED] [PLAYED] [SEED]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"

LEARNED, PLAYED, SEED = ARGV.map(&:to_i).then { |given| [100, 100, 1].each_with_index.map { |n, at| given[at] || n } }
TOWNS = {
  skewed: {
    exchanged: 0.65,
    joint_open: 0.2,
    contact_stuck_open: 0.05,
    apart_one: 0.05,
    wrong_device: 0.05
  },
  ordinary: Dielectra::Practice::Scenario::TROUBLES
}.freeze
FAMILIES = { two: 0.6, three: 0.25, one: 0.15 }.freeze
WORKERS = 2
Played = Struct.new(:minutes, :right, :adds)

# A house of a town, the same for the same seed
class House
  include Dielectra::Practice::Chance

  def initialize(town, seed)
    @random = Random.new(seed)
    @family = weighted(FAMILIES)
    @trouble = weighted(TOWNS.fetch(town))
  end

  # @return [Dielectra::Practice::Scenario]
  def scenario = Dielectra::Practice::Scenario.new(@random, trouble: @trouble, family: @family)
end

def play(town, seed, priors)
  given = House.new(town, seed).scenario
  house = Dielectra::Practice::House.new(given.circuit, random: Random.new(seed + 1))
  Dielectra::Trade.drawing_on(priors) do
    session = Dielectra::Session::Troubleshooting.for(given.job)
    until session.next.is_a?(Dielectra::Session::Conclusion)
      step = session.next.numbered(session.steps.size + 1 - given.job.steps.size)
      session.record(step.merge("answer" => house.answer(step)))
    end
    Played.new(session.minutes, right?(given, house, session), Dielectra::Learning::Tally.of(session).to_h)
  end
end

# A job that stops is right only where nothing within reach repairs the house.
def right?(given, house, session)
  return !Dielectra::Practice::PerfectInformation.new(given).repairable? if session.next.status != "solved"

  Dielectra::Practice::Intermittence
    .settled(house.circuit)
    .all? do |way|
      seen = Dielectra::Practice::Inspection.new(way, given.job)
      seen.obeys? && seen.hazards.empty?
    end
end

# @return [Array<Played>]
def all(town, seeds, priors = {})
  shares = seeds.each_slice((seeds.size / WORKERS.to_f).ceil).to_a
  pipes =
    shares.map do |some|
      read, write = IO.pipe
      fork do
        read.close
        write.write(Marshal.dump(some.map { |seed| play(town, seed, priors) }))
        write.close
      end
      write.close
      read
    end
  pipes.flat_map { |pipe| Marshal.load(pipe.read) } # rubocop:disable Security/MarshalLoad
ensure
  Process.waitall
end

def mean(games) = games.sum(&:minutes) / games.size

first = ((SEED * 10_000)..)
tallies = all(:skewed, first.take(LEARNED)).map(&:adds)
learned = Dielectra::Learning::Experience.new(tallies).to_h["priors"]
puts "learned from #{tallies.size} houses of the skewed town"
TOWNS.each_key do |town|
  seeds = first.lazy.drop(LEARNED + 5_000).first(PLAYED)
  shipped, taught = [{}, learned].map { |priors| all(town, seeds, priors) }
  puts format(
         "%<town>-9s %<count>4d houses: shipped %<a>.1f min, %<ra>d right; " \
           "learned %<b>.1f min, %<rb>d right; %<by>+.1f %%",
         town:,
         count: seeds.size,
         a: mean(shipped),
         ra: shipped.count(&:right),
         b: mean(taught),
         rb: taught.count(&:right),
         by: ((mean(taught) / mean(shipped)) - 1) * 100
       )
end
