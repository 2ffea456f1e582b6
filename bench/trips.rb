#!/usr/bin/env ruby
# frozen_string_literal: true

# Makes up houses in which a breaker trips, and writes them as cases for bench/cases.rb:
#
#   ruby --yjit bench/trips.rb COUNT FOLDER [SEED]
#   ruby --yjit bench/cases.rb FOLDER
#
# A third each: two conductors touch in a run; a fixture is shorted inside; nothing is wrong any more, which the breaker
# shows by holding.

$LOAD_PATH.unshift File.expand_path("../core/lib", __dir__)
require "dielectra"
require "fileutils"
require "json"

# One house, sound but for what trips its breaker
class TripHouse
  FAMILIES = %i[one two three conduit loads].freeze
  TWISTS = %i[run fixture nothing].freeze
  OHMS = (0.02..0.3)

  attr_reader :twist, :circuit, :causes

  # @param seed [Integer]
  def initialize(seed)
    @random = Random.new(seed)
    loop do
      @twist = TWISTS[seed % TWISTS.size]
      scenario =
        Dielectra::Practice::Scenario.new(@random, trouble: :lamp_burnt, family: FAMILIES.sample(random: @random))
      @job = scenario.job
      @circuit = spoiled(repaired(scenario.circuit))
      break if @circuit && (@twist == :nothing || tripping.any?)
    end
  end

  # @return [Hash] the job, with what the customer says: the breaker trips, and with which toggles
  def job
    positions = tripping.first
    said = @twist == :nothing || positions.nil? || @random.rand < 0.5 ? {} : positions
    dark = @job.loads.to_h { |load| [load.id, "off"] }
    report = {
      "do" => "report",
      "positions" => said,
      "answer" => {
        "loads" => dark,
        "breakers" => {
          "B1" => "tripped"
        }
      }
    }
    @job.document.merge("steps" => [report])
  end

  # @return [Dielectra::Circuit] as it is found: the breaker has tripped
  def found = with_breaker("tripped")

  # @return [String] how the job has to end
  def status = @twist == :run ? "stopped" : "solved"

  private

  def repaired(circuit)
    faults = circuit.faults.reject { |fault| fault["kind"] == "lamp_burnt" }
    devices =
      circuit.devices.map do |row|
        lamp = row.settings["lamp"]
        lamp ? row.with(settings: row.settings.merge("lamp" => lamp.merge("good" => true))) : row
      end
    circuit.with(devices:, faults:)
  end

  def spoiled(circuit)
    case @twist
    when :run
      in_a_run(circuit)
    when :fixture
      in_a_fixture(circuit)
    else
      @causes = [{ "kinds" => ["no_supply"], "place" => "panel", "device" => "B1" }]
      circuit
    end
  end

  def in_a_run(circuit)
    cable = circuit.cables.sample(random: @random)
    one, other = cable.conductors.map { |wire| cable.points(wire).first }.sample(2, random: @random)
    @causes = [{ "kinds" => ["short"], "cable" => cable.ends }]
    with_short(circuit, one, other) if other
  end

  def in_a_fixture(circuit)
    light = circuit.devices.select { |row| row.kind.plain == "luminaire" }.sample(random: @random) or return
    @causes = [{ "kinds" => ["load_failed"], "place" => light.place, "device" => light.id }]
    with_short(circuit, "#{light.id}.hot", "#{light.id}.neutral")
  end

  def with_short(circuit, *points) =
    circuit.with(
      faults: circuit.faults + [{ "kind" => "short", "between" => points, "ohms" => @random.rand(OHMS).round(3) }]
    )

  # Positions of the toggles with which the breaker trips at once
  # @return [Array<Hash{String => String}>]
  def tripping
    ids = @job.controls.map(&:id)
    Dielectra::Physics::Survey
      .networks(with_breaker("on"))
      .zip(Dielectra::Physics::Survey.combinations(with_breaker("on")))
      .filter_map { |network, at| at.slice(*ids) if network.breakers["B1"] == "tripped" }
  end

  def with_breaker(position)
    devices =
      @circuit.devices.map do |row|
        row.id == "B1" ? row.with(settings: row.settings.merge("position" => position)) : row
      end
    @circuit.with(devices:)
  end
end

count = Integer(ARGV[0])
folder = ARGV[1]
seed = Integer(ARGV[2] || 1)
FileUtils.mkdir_p(folder)
expected =
  Array
    .new(count) do |number|
      house = TripHouse.new((seed * 10_000) + number)
      name = format("made_%03d", number)
      File.write(File.join(folder, "#{name}.circuit.json"), JSON.pretty_generate(house.found.to_h))
      File.write(File.join(folder, "#{name}.job.json"), JSON.pretty_generate(house.job))
      [
        name,
        {
          "status" => house.status,
          "causes" => house.causes,
          "family" => {
            "tier" => "trip",
            "twist" => house.twist.to_s
          }
        }
      ]
    end
    .to_h
File.write(File.join(folder, "expected.json"), JSON.pretty_generate(expected))
puts "#{count} houses in #{folder}"
