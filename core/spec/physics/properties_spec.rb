# frozen_string_literal: true

require "prop_check"
require_relative "../support/jumble"

# What holds for every circuit, tried on many.
RSpec.describe "Properties of every circuit" do
  def house(seed) = Dielectra::Practice::Scenario.new(Random.new(seed)).circuit

  # What a person could see: loads and breakers by raised toggles.
  def seen(circuit)
    Dielectra::Physics::Survey
      .measure(circuit)
      .to_h { |row| [row["positions"].sort, [row["loads"].sort, row["breakers"].sort]] }
  end

  # The same joints with other conductors in them; what is wrong with a joint, or shorted to one, stays with it.
  def renamed(circuit, names)
    swap = ->(points) { points.map { |point| names.fetch(point, point) } }
    faults =
      circuit.faults.map do |fault|
        fault.merge(
          fault.slice("point").transform_values { |point| swap.call([point]).first },
          fault.slice("between").transform_values(&swap)
        )
      end
    circuit.with(
      joints: circuit.joints.map { |joint| Dielectra::Circuit::Joint.new(points: swap.call(joint.points)) },
      faults:
    )
  end

  def exchange(circuit, one, other) = renamed(circuit, { one => other, other => one })

  def for_all_seeds(&) = PropCheck.forall(PropCheck::Generators.nonnegative_integer).with_config(n_runs: 60, &)

  it "shows nothing when travelers are exchanged at both ends of their run" do
    for_all_seeds do |seed|
      circuit = house(seed)
      cable =
        circuit.cables.find { |item| item.ends.all? { |id| circuit.devices_at(id.split("/").first).any?(&:switch?) } }
      next unless cable

      one, other = cable.conductors.reject { |conductor| %w[bare green].include?(conductor.color) }.first(2)
      next unless other

      both = cable.points(one).zip(cable.points(other)).reduce(circuit) { |changed, pair| exchange(changed, *pair) }
      expect(seen(both)).to eq(seen(circuit)) if circuit.faults.none? { |fault| fault["kind"] == "conductor_open" }
    end
  end

  it "shows nothing when line and load of a single-pole switch are exchanged" do
    for_all_seeds do |seed|
      circuit = Dielectra::Practice::Scenario.new(Random.new(seed), trouble: :exchanged).circuit
      circuit
        .controls
        .select { |device| device.kind.name == "single_pole" }
        .each do |device|
          expect(seen(exchange(circuit, device.point("terminal_1"), device.point("terminal_2")))).to eq(seen(circuit))
        end
    end
  end

  it "does not care in which order joints, cables, places and devices are written" do
    for_all_seeds do |seed|
      circuit = Jumble.new(Random.new(seed)).circuit
      random = Random.new(seed + 1)
      mixed =
        circuit.with(
          joints: circuit.joints.shuffle(random:),
          cables: circuit.cables.shuffle(random:),
          places: circuit.places.shuffle(random:),
          devices: circuit.devices.sort_by { |device| device.breaker? ? 0 : 1 + random.rand }
        )
      expect(seen(mixed)).to eq(seen(circuit))
    end
  end

  it "does not care for names" do
    for_all_seeds do |seed|
      circuit = house(seed)
      document = JSON.parse(JSON.generate(circuit.to_h).gsub("ceiling", "zenith").gsub('"S1', '"Q1'))
      other = Dielectra::Circuit.read(document)
      expect(seen(other).transform_keys { |key| key.map { |id, at| [id.sub("Q1", "S1"), at] }.sort }).to eq(
        seen(circuit)
      )
    end
  end

  it "shows nothing when a loose conductor is added" do
    for_all_seeds do |seed|
      circuit = Jumble.new(Random.new(seed)).circuit
      cables =
        circuit.cables.map do |cable|
          spare = Dielectra::Circuit::Conductor.new(ids: %w[spare spare], color: "yellow")
          Dielectra::Circuit::Cable.new(
            ends: cable.ends,
            type: cable.type,
            length_ft: cable.length_ft,
            conductors: cable.conductors + [spare]
          )
        end
      expect(seen(circuit.with(cables:))).to eq(seen(circuit))
    end
  end

  it "reads back every circuit it writes" do
    for_all_seeds do |seed|
      circuit = Jumble.new(Random.new(seed)).circuit
      expect(Dielectra::Circuit.read(JSON.parse(JSON.generate(circuit.to_h)))).to eq(circuit)
    end
  end

  it "finds that every fault shows, can be measured, or is said to be unobservable" do
    verdicts =
      Array.new(25) do |seed|
        circuit = Jumble.new(Random.new(seed)).circuit
        next if circuit.faults.empty?

        verdict = Dielectra::Physics::Observability.new(circuit).of(circuit.faults.last)
        same = seen(circuit) == seen(circuit.with(faults: circuit.faults[0..-2]))
        expect(verdict == :seen).to be(!same)
        verdict
      end
    expect(verdicts.compact.tally.keys).to include(:seen, :measured)
  end
end
