# frozen_string_literal: true

module Dielectra
  module Physics
    # A circuit compiled for solving: points numbered by joint, branches as number triples, contacts of every device by
    # position. It is compiled once per circuit and used for all its states.
    class Wiring
      # Ohms up to which a branch counts as a connection; more is a load, a leak or a bad contact.
      SOLID = 1.5

      # net numbers, ohms, and the Branch it stands for
      Link = Struct.new(:one, :other, :ohms, :branch) { def solid? = ohms <= SOLID }

      # The source behind a breaker: its net and its volts against the panel's neutral, negative on the second leg; its
      # rating, the amperes it trips at after a while, and the milliamperes of imbalance it allows
      Source =
        Struct.new(:id, :net, :volts, :amps, :holds, :balance) do
          # Times its rating above which a breaker trips at once, and after ten minutes
          def self.at_once = 10

          def self.after_a_while = 1.35
        end
      # Amperes of imbalance that each kind of protection trips at
      BALANCE = { "ground_fault" => 0.005, "arc_fault" => 0.03, "dual" => 0.005 }.freeze

      attr_reader :circuit, :size, :earth, :sources

      # @param circuit [Circuit]
      def initialize(circuit)
        @circuit = circuit
        @branches = Branches.new(circuit)
        @dead = @branches.dead_points
        number_points
        panel = circuit.places.find(&:panel?)
        @earth = panel ? @nets.fetch("#{panel.id}.neutral") : fresh("panel.neutral")
        @sources = circuit.breakers.map { |breaker| source(breaker) }
        @contacts = {}
      end

      # @return [Integer] the net of a point
      # @raise [InvalidInput] where there is no such point
      def net(point) = @nets.fetch(point) { raise InvalidInput, "#{point} does not exist." }

      def points = @nets.keys

      # @return [Array<Link>] what conducts in a state, the sources left out
      def links(state, warm:)
        found = (@fixed ||= linked(@branches.fixed)) + loads(warm)
        @circuit.devices.each { |device| found.concat(contacts(device, state.fetch(device.id, device.position), warm)) }
        found
      end

      # @return [Array<Link>] lamps and whatever is plugged in
      def loads(warm) = (@loads ||= {})[warm] ||= linked(@branches.loads(warm:))

      # @return [Boolean] whether a device's lamp is there and not burnt out
      def lamp_good?(device)
        !Branches.lamp_ohms(device, circuit.supply["volts"], warm: true, burnt: @branches.burnt?(device)).nil?
      end

      private

      def number_points
        @nets = {}
        @size = 0
        @circuit.joints.each do |joint|
          number = fresh_number
          joint.points.each { |point| @nets[point] = @dead.include?(point) ? fresh_number : number }
        end
        @circuit.places.each { |place| @circuit.points_of(place.id).each { |point| @nets[point] ||= fresh_number } }
      end

      def fresh_number = (@size += 1) - 1

      def fresh(point) = @nets[point] = fresh_number

      def source(breaker)
        volts = @circuit.supply["volts"].to_f
        amps = breaker.amps || 15
        Source.new(
          breaker.id,
          net(breaker.point("load")),
          breaker.settings["leg"] == 2 ? -volts : volts,
          amps,
          breaker.trips_at || (Source.after_a_while * amps),
          BALANCE[breaker.protection]
        )
      end

      def contacts(device, position, warm) =
        @contacts[[device.id, position, warm]] ||= linked(@branches.contacts(device, position, warm:))

      def linked(branches) = branches.map { |branch| Link.new(net(branch.one), net(branch.other), branch.ohms, branch) }
    end
  end
end
