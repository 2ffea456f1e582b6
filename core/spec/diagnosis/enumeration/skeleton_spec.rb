# frozen_string_literal: true

# Whatever is in the wall has to be among what is thought of, or no answer can ever point at it.
RSpec.describe Dielectra::Diagnosis::Skeleton do
  # The conductors between opened boxes, as pairs of points, of a circuit's cables and of a skeleton's runs.
  def laid(circuit, places)
    wires =
      circuit.cables.flat_map do |cable|
        cable
          .conductors
          .reject { |wire| Dielectra::Trade::Color.grounding?(wire.color) }
          .map { |wire| cable.points(wire).sort }
      end
    wires.select { |points| points.all? { |point| places.include?(point[%r{\A[^/]+}]) } }.sort
  end

  def thought(skeleton) =
    skeleton
      .runs
      .flat_map { |run| run.strands.map { |strand| strand.points.sort } }
      .reject { |points| points.any? { |point| point.include?("~") } }
      .sort

  %i[two three conduit cloth]
    .product(%i[exchanged wrong_device apart_one])
    .each do |family, trouble|
      it "holds the true wiring of a #{family} house with all boxes open, #{trouble.to_s.tr("_", " ")}" do
        2.times do |seed|
          scenario = Dielectra::Practice::Scenario.new(Random.new(seed + 1), family:, trouble:)
          house = Dielectra::Practice::House.new(scenario.circuit)
          session = Dielectra::Session::Troubleshooting.new(scenario.job.with_steps([]))
          places = scenario.job.boxes.map(&:id)
          [
            { "do" => "breaker", "device" => "B1", "to" => "off" },
            *places.map { |place| { "do" => "open", "place" => place } }
          ].each { |step| session.record(step.merge("answer" => house.answer(step))) }
          all = described_class.all(scenario.job, session.situation, session.belief.world, most: 100_000)
          expect(all.map { |skeleton| thought(skeleton) }).to include(laid(scenario.circuit, places))
        end
      end
    end
end
