#!/usr/bin/env ruby
# frozen_string_literal: true

# What the minutes of a job are spent on, beside those of a player who knew the truth (Practice::Least):
#
#   ruby --yjit bench/minutes.rb FOLDER [GLOB] [--seed N] [--flip] [--workers N]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "optparse"
require_relative "support/case_file"

options = { seed: 1, workers: 2, flip: false }
OptionParser
  .new do |parser|
    parser.on("--seed N", Integer) { |value| options[:seed] = value }
    parser.on("--workers N", Integer) { |value| options[:workers] = value }
    parser.on("--flip") { options[:flip] = true }
  end
  .parse!(ARGV)
OPTIONS = options.freeze
FOLDER, GLOB = ARGV

# The minutes of one job by what they were spent on. Walks are counted by themselves.
class Spent
  ROWS = {
    panel: "walking to the panel and back",
    walks: "walking between boxes",
    breakers: "breakers",
    before: "looks before anything is opened",
    opening: "opening boxes that were changed, proved dead",
    idle: "opening boxes that held nothing",
    deciding: "readings and tests that tell what is wrong",
    ruled: "readings that a rule asks for",
    between: "looks in between",
    work: "work: conductors, devices, marks",
    back: "putting back, closing",
    proof: "looks that prove it"
  }.freeze
  LOOKS = %w[watch set wiggle wait].freeze
  OPENING = %w[open prove_dead].freeze
  # The rule or purpose that a step was asked for by
  RULES_THAT_DECIDE = %i[look second_circuit stray partners bench live_search cause short again second_look].freeze

  # @return [Hash{Symbol => Float}]
  attr_reader :minutes

  def initialize
    @minutes = Hash.new(0.0)
    @looks = Hash.new(0.0)
    @openings = Hash.new(0.0)
    @opened = @worked = false
  end

  # @param turn [CaseFile::Turn] before its step is recorded
  def add(turn)
    session = turn.session
    step = Dielectra::Steps.of(turn.step)
    walk(session, step)
    file(turn.step["do"], step.minutes(session.situation, session.costs), session.decision, turn.step)
  end

  # @param changed [Array<String>] boxes in which something was changed
  # @return [Spent] with what was open until the end was known
  def settle(changed)
    @openings.each { |place, minutes| @minutes[changed.include?(place) ? :opening : :idle] += minutes }
    @looks.each { |phase, minutes| @minutes[phase == :last ? :proof : phase] += minutes }
    self
  end

  private

  def walk(session, step)
    from = session.situation.at
    to = step.place(session.situation)
    panel = [from, to].include?(session.job.panel.id)
    @minutes[panel ? :panel : :walks] += session.costs.walk(from, to, session.job)
  end

  def file(kind, minutes, decision, step)
    if LOOKS.include?(kind)
      @looks[phase] += minutes
    elsif OPENING.include?(kind)
      @opened = true
      @openings[step["place"]] += minutes
    elsif %w[breaker find_breaker].include?(kind)
      @minutes[:breakers] += minutes
    elsif %w[probe bench clamp unplug].include?(kind)
      @minutes[decides?(decision) ? :deciding : :ruled] += minutes
    else
      back = kind == "arrange" && decision.action&.purpose != :repair
      worked unless back
      @minutes[back ? :back : :work] += minutes
    end
  end

  def decides?(decision) = decision.rule.nil? || RULES_THAT_DECIDE.include?(decision.rule)

  # Looks before the last work were not the proof.
  def worked
    @worked = true
    @looks[:between] += @looks.delete(:last).to_f
  end

  def phase = @worked ? :last : (@opened ? :between : :before)
end

# @return [Array(Hash, Hash), nil] minutes of the program and of who knew the truth; nil where the job was not solved
def play(name)
  game = CaseFile.new(FOLDER, name, random: Random.new((OPTIONS[:seed] * 1000) + name.sum), flip: OPTIONS[:flip])
  spent = Spent.new
  game.play { |turn| spent.add(turn) }
  session = game.session
  return unless session.next.status == "solved"

  goal = session.respond_to?(:asked) ? session.asked.after : session.job
  least = Dielectra::Practice::Least.new(game.circuit, game.house.circuit, session, goal)
  [spent.settle(least.places).minutes, least.parts]
end

pipes =
  Array.new(OPTIONS[:workers]) do |number|
    reader, writer = IO.pipe
    fork do
      reader.close
      CaseFile
        .names(FOLDER, GLOB || "*")
        .each_with_index
        .select { |_, at| at % OPTIONS[:workers] == number }
        .filter_map { |name, _| play(name) }
        .each { |both| writer.puts(JSON.generate(both)) }
      writer.close
    end
    writer.close
    reader
  end
jobs = pipes.flat_map { |reader| reader.each_line.map { |line| JSON.parse(line, symbolize_names: true) } }
Process.waitall

puts format("%d jobs solved, minutes a job", jobs.size)
puts "#{" " * 46}  program who knew     more"
sums =
  Spent::ROWS.keys.to_h { |row| [row, [0, 1].map { |who| jobs.sum { |both| both[who].fetch(row, 0.0) } / jobs.size }] }
sums
  .sort_by { |_, (ours, least)| least - ours }
  .each { |row, (ours, least)| puts format("%-46s %8.1f %8.1f %8.1f", Spent::ROWS[row], ours, least, ours - least) }
ours, least = [0, 1].map { |who| sums.values.sum { |pair| pair[who] } }
puts format("%-46s %8.1f %8.1f %8.1f   ratio %.2f", "together", ours, least, ours - least, ours / least)
