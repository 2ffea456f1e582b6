# frozen_string_literal: true

# A change asked for in a house that works
class AskedOf
  # Share of houses in which a run may be pulled
  ALLOWED = 0.7
  NEW_PLACE = "annex"
  TOGGLES = %w[single_pole three_way].freeze

  attr_reader :kind

  # @param circuit [Dielectra::Circuit] in order
  # @param job [Dielectra::Evidence::Job] of the repair
  # @param random [Random]
  def initialize(circuit, job, random)
    @circuit = circuit
    @document = job.document.except("began", "story").merge("steps" => [])
    @works = @document["wanted"]["control"]
    @random = random
    @kind = kinds.sample(random:)
    @wanted = send(@kind) if @kind
  end

  # @return [Hash] the job file
  def job
    always = @document["wanted"]["always"]
    wanted = always ? { "always" => always }.merge(@wanted) : @wanted
    @document.merge("wanted" => { **wanted, "kind" => @kind == "take_out" ? "always_on" : @kind })
  end

  private

  def kinds
    some = []
    some.push("add_control", "feed_light") if simple.any?
    some << "fit" if toggles.any?
    some.push("split_receptacle", "always_on") if receptacle
    some << "take_out" if several.any?
    some
  end

  # Loads, not parts of one, and what works them
  def simple = @works.reject { |name, controls| name.include?(".") || controls.size > 3 }

  def several = @works.select { |_, controls| controls.size > 1 }

  def receptacle = @document["loads"].map { |row| row["id"] }.find { |id| id.start_with?("R") && @works.key?(id) }

  # Controls that are a single-pole or a three-way now
  def toggles =
    @works.values.flatten.uniq.select do |id|
      device = @circuit.device(id)
      device && TOGGLES.include?(device.kind.name)
    end

  def picked(rows) = rows.to_a.sample(random: @random)

  def runs
    return {} unless @random.rand < ALLOWED

    boxes = @document["places"].map { |row| row["id"] } - %w[panel]
    some = boxes.sample(1 + @random.rand(2), random: @random)
    { "runs" => some.map { |box| { "between" => [box, NEW_PLACE], "length_ft" => 10 + @random.rand(40) } } }
  end

  def place(kind) = { "places" => [{ "id" => NEW_PLACE, "kind" => kind }] }

  def add_control
    _, controls = picked(simple)
    loads = @works.select { |_, some| some == controls }.keys
    {
      "control" => @works.merge(loads.to_h { |name| [name, controls + ["S9"]] }),
      "new" => [{ "id" => "S9", "kind" => "switch", "place" => NEW_PLACE }],
      **place("switch_box"),
      **runs
    }
  end

  # The new light beside what the controls work now, or in its place
  def feed_light
    load, controls = picked(simple)
    instead = load.start_with?("R")
    {
      "control" => (instead ? @works.except(load) : @works).merge("L9" => controls),
      **(instead ? { "always" => [load] } : {}),
      "new" => [{ "id" => "L9", "kind" => "luminaire", "place" => NEW_PLACE }],
      **place("luminaire_box"),
      **runs
    }
  end

  def fit
    control = picked(toggles)
    kind = @circuit.device(control).kind.name == "three_way" ? "dimmer_three_way" : picked(%w[dimmer electronic])
    { "control" => @works, "fit" => { control => kind } }
  end

  def split_receptacle
    one, other = %w[1 2].shuffle(random: @random).map { |half| "#{receptacle}.#{half}" }
    { "control" => @works.except(receptacle).merge(one => @works[receptacle]), "always" => [other] }
  end

  def always_on
    left = @works.except(receptacle)
    { "control" => left, "always" => [receptacle], "retire" => @works[receptacle] - left.values.flatten }
  end

  def take_out
    out = picked(several).last.last
    { "control" => @works.transform_values { |some| some - [out] }, "retire" => [out] }
  end
end
