# frozen_string_literal: true

# Something that goes wrong in a house after it was put right, and the call that follows
class Relapse
  TROUBLES = {
    contact_stuck_open: 4,
    contact_stuck_closed: 2,
    joint_open: 4,
    exchanged: 4,
    apart: 3,
    lamp_burnt: 2,
    conductor_open: 1
  }.freeze
  # How a trouble usually begins
  BEGAN = { exchanged: "new_switch", apart: "opened" }.freeze
  TRIES = 40

  attr_reader :circuit, :trouble

  # @param circuit [Dielectra::Circuit] as it was left
  # @param job [Dielectra::Evidence::Job] of the first visit
  # @param random [Random]
  def initialize(circuit, job, random)
    @sound = circuit
    @job = job
    @random = random
    TRIES.times do
      @trouble = weighted
      @circuit = spoiled
      break if @circuit && troubled?

      @circuit = nil
    end
  end

  # @param remembered [Hash, nil] as Dielectra::Session::AsLeft writes it
  # @param days [Integer] since the first visit
  # @return [Dielectra::Evidence::Job] the second call
  def call(remembered, days)
    document = @job.document.except("remembered", "began").merge("steps" => reports)
    document = document.merge("began" => BEGAN.fetch(trouble, "sudden"))
    document = document.merge("remembered" => remembered.merge("days" => days)) if remembered
    Dielectra::Evidence::Job.read(document)
  end

  private

  def weighted
    all = TROUBLES.flat_map { |name, times| [name] * times }
    all.sample(random: @random)
  end

  def switches = @sound.devices.select { |device| @job.controls.map(&:device).include?(device.id) }

  def lamps = @sound.devices.select { |device| @job.loads.map(&:id).include?(device.id) && device.settings["lamp"] }

  def places = [*switches, *lamps].map(&:place).uniq

  def joints_in(places) = @sound.joints.select { |joint| places.include?(place_of(joint.points.first)) }

  def place_of(point) = @sound.device(Dielectra::PointId.head(point))&.place || Dielectra::PointId.head(point)

  def conductors(place) =
    joints_in([place])
      .select { |joint| joint.points.size > 1 }
      .flat_map(&:points)
      .select { |point| Dielectra::PointId.conductor?(point) && !point.match?(/bare|green/) }

  def spoiled
    case trouble
    when :contact_stuck_open, :contact_stuck_closed
      device = switches.sample(random: @random)
      contact = device.kind.contacts.sample(random: @random)
      with_fault("kind" => trouble.to_s, "device" => device.id, "contact" => contact)
    when :joint_open
      point = places.flat_map { |place| conductors(place) }.sample(random: @random)
      with_fault("kind" => "joint_open", "point" => point)
    when :lamp_burnt
      lamp = lamps.sample(random: @random) or return
      with_fault("kind" => "lamp_burnt", "device" => lamp.id)
    when :conductor_open
      cable = @sound.cables.reject { |one| one.ends.any? { |name| name.start_with?("panel") } }.sample(random: @random)
      wire = cable&.conductors&.reject { |one| one.color == "bare" }&.sample(random: @random) or return
      with_fault("kind" => "conductor_open", "cable" => cable.ends, "conductor" => wire.ids.first)
    else
      rejoined(switches.map(&:place).sample(random: @random))
    end
  end

  def with_fault(fault) = @sound.with(faults: @sound.faults + [fault])

  # A box in which somebody exchanged two conductors, or took everything apart
  def rejoined(place)
    return @sound.with(joints: @sound.joints - joints_in([place])) if trouble == :apart

    one, other = conductors(place).sample(2, random: @random)
    swap = { one => other, other => one }
    joints =
      @sound.joints.map do |joint|
        joint.class.new(**joint.each_pair.to_h, points: joint.points.map { |point| swap.fetch(point, point) })
      end
    @sound.with(joints:)
  end

  # Whether a light fails to obey, and no breaker trips at once
  def troubled?
    seen = Dielectra::Practice::Inspection.new(@circuit, @job)
    !seen.obeys? && seen.hazards.none?("a breaker trips")
  end

  # Toggle by toggle, where two are on one yoke
  def toggles(positions) =
    positions
      .flat_map do |id, at|
        at.is_a?(Array) ? at.each_with_index.map { |one, index| ["#{id}.#{index + 1}", one] } : [[id, at]]
      end
      .to_h

  # What the customer says of two combinations
  def reports
    Dielectra::Physics::Survey
      .measure(@circuit)
      .sample(2, random: @random)
      .map do |row|
        loads = row["loads"].slice(*@job.goal.loads.map(&:id))
        { "do" => "report", "positions" => toggles(row["positions"]), "answer" => { "loads" => loads } }
      end
  end
end
