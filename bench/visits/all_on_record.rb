# frozen_string_literal: true

# A memory of a house in which nothing is missing and nothing is wrong: every box as it was left, both ends of every
# run, the role of every conductor, and the breakers of other circuits. No first visit leaves as much known.
class AllOnRecord
  # @param circuit [Dielectra::Circuit] as it was left
  # @param job [Dielectra::Evidence::Job]
  def initialize(circuit, job)
    @circuit = circuit
    @job = job
    @house = Dielectra::Practice::House.new(circuit, job:)
    job.breakers.each { |id| @house.switch_breaker(id, "off") }
    @found = job.boxes.map(&:id).select { |id| circuit.place(id) }.to_h { |id| [id, @house.uncover(id)] }
  end

  # @return [Hash] in the form of Dielectra::Session::AsLeft
  def to_h
    live = @found.keys.to_h { |place| [place, @house.live(place)] }.reject { |_, points| points.empty? }
    {
      "places" => @found,
      "links" => @circuit.cables.map { |cable| cable.ends.sort },
      "roles" => Dielectra::Practice::TrueRoles.new(@circuit, @job).of(conductors),
      "foreign" => live.transform_values { |points| cable_ends(points) },
      "breakers" => live.transform_values { |points| [breaker_behind(points.first)] }
    }
  end

  private

  # The breaker that keeps a point live as the house stands
  def breaker_behind(point)
    network = Dielectra::Physics::Network.new(@house.circuit)
    Dielectra::Practice::Readings.new(@house.circuit, network, nil).breaker_behind(point)
  end

  def conductors = @found.keys.flat_map { |place| @circuit.cable_ends(place).flat_map(&:points) }

  def cable_ends(points) =
    points.grep(Dielectra::PointId::CONDUCTOR).map { |point| Dielectra::PointId.owner(point) }.uniq
end
