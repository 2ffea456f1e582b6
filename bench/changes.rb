#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes houses in which all is well and something is asked for, and plays them with cases.rb:
#
#   bundle exec ruby --yjit bench/changes.rb [HOUSES] [SEED] [OPTIONS OF cases.rb]

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "bundler/setup"
require "dielectra"
require "fileutils"
require "tmpdir"

# A generated house with a change asked for. Where a run may be pulled, and whether one may at all, is left to chance.
class Asked
  FAMILIES = %i[one two three conduit receptacle second_circuit cloth loads].freeze
  # Share of houses in which a run may be pulled
  ALLOWED = 0.7

  def initialize(family, random)
    @random = random
    @family = family
    @wall = Dielectra::Practice::Wall.new(family, random)
    @circuit = Dielectra::Practice::WallDocument.new(@wall, random).to_h([])
    @job = Dielectra::Practice::Call.new(@wall, Dielectra::Circuit.read(@circuit), random).document.except("began")
    @kind = kinds.sample(random:)
    @wanted = send(@kind)
  end

  attr_reader :circuit

  def job = @job.merge("wanted" => { **@wanted, "kind" => @kind })

  def expected = { "family" => { "tier" => @kind, "twist" => @family.to_s } }

  private

  def chance(share) = @random.rand < share

  def controls = @job["controls"].map { |row| row["id"] }

  def load = @job["loads"].first["id"]

  def receptacle? = @job["loads"].first["kind"] == "receptacle"

  def kinds
    some = []
    some << "add_control" if controls.size < 3 && !receptacle?
    some << "fit" unless receptacle?
    some += %w[split_receptacle feed_light always_on] if receptacle?
    some
  end

  # Runs between a place and some of the boxes
  def runs_to(place)
    return {} unless chance(ALLOWED)

    boxes = (@wall.rooms + @wall.lights).sample(1 + @random.rand(2), random: @random)
    { "runs" => boxes.map { |box| { "between" => [box, place], "length_ft" => 10 + @random.rand(40) } } }
  end

  def add_control
    switch = { "id" => "S9", "kind" => "switch", "place" => "annex" }
    loads = @job["loads"].map { |row| row["id"] }
    {
      "control" => loads.to_h { |id| [id, controls + ["S9"]] },
      "new" => [switch],
      "places" => [{ "id" => "annex", "kind" => "switch_box" }],
      **runs_to("annex")
    }
  end

  def fit
    kind = controls.one? ? %w[dimmer electronic electronic].sample(random: @random) : "dimmer_three_way"
    control = controls.size > 2 ? nil : controls.sample(random: @random)
    return add_control.tap { @kind = "add_control" } unless control

    loads = @job["loads"].map { |row| row["id"] }
    between = [@wall.rooms.first, @wall.lights.first]
    runs = kind == "electronic" && chance(0.5) ? { "runs" => [{ "between" => between, "length_ft" => 20 }] } : {}
    { "control" => loads.to_h { |id| [id, controls] }, "fit" => { control => kind }, **runs }
  end

  def split_receptacle
    one, other = %w[1 2].shuffle(random: @random).map { |half| "#{load}.#{half}" }
    between = [@wall.rooms.sample(random: @random), @wall.lights.first]
    runs = chance(0.4) ? { "runs" => [{ "between" => between, "length_ft" => 25 }] } : {}
    { "control" => { one => controls }, "always" => [other], **runs }
  end

  def always_on = { "control" => {}, "always" => [load], "retire" => controls }

  def feed_light
    light = { "id" => "L9", "kind" => "luminaire", "place" => "annex" }
    {
      "control" => {
        "L9" => controls
      },
      "always" => [load],
      "new" => [light],
      "places" => [{ "id" => "annex", "kind" => "luminaire_box" }],
      **runs_to("annex")
    }
  end
end

count = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 60
seed = ARGV.first.to_s.match?(/\A\d+\z/) ? ARGV.shift.to_i : 1
Dir.mktmpdir do |folder|
  expected = {}
  count.times do |number|
    asked = Asked.new(Asked::FAMILIES[number % Asked::FAMILIES.size], Random.new((seed * 1000) + number))
    name = format("change_%03d", number)
    File.write(File.join(folder, "#{name}.circuit.json"), JSON.generate(asked.circuit))
    File.write(File.join(folder, "#{name}.job.json"), JSON.generate(asked.job))
    expected[name] = asked.expected
  end
  File.write(File.join(folder, "expected.json"), JSON.generate(expected))
  FileUtils.cp_r(folder, ENV["KEEP"]) if ENV["KEEP"]
  system(RbConfig.ruby, "--yjit", File.join(__dir__, "cases.rb"), folder, "change_*", "--seed", seed.to_s, *ARGV)
end
