# frozen_string_literal: true

module Dielectra
  module Practice
    # Intermittent contacts and connections of a simulated house, and which make contact at the moment. A contact is
    # drawn anew each time its toggle is thrown. A connection is drawn anew each time power comes on or something in its
    # box is moved.
    class Intermittence
      # What each is while it makes no contact.
      WHILE_OPEN = { "contact_intermittent" => "contact_stuck_open", "joint_intermittent" => "joint_open" }.freeze

      # @return [Array<Circuit>] a circuit with all that comes and goes making contact, and with none of it doing so
      def self.settled(circuit)
        some = circuit.faults.any? { |fault| WHILE_OPEN.key?(fault["kind"]) }
        if some
          [
            circuit,
            circuit.with(
              faults:
                circuit.faults.map { |fault| fault.merge("kind" => WHILE_OPEN.fetch(fault["kind"], fault["kind"])) }
            )
          ]
        else
          [circuit]
        end
      end

      # @param random [Random, nil] without one everything makes contact
      def initialize(random)
        @random = random
        @open = []
      end

      # Power comes on: connections are drawn anew.
      def energized(circuit) = draw(faults(circuit, "joint_intermittent"))

      # A toggle is thrown: its contacts are drawn anew.
      def thrown(circuit, device) =
        draw(faults(circuit, "contact_intermittent").select { |fault| fault["device"] == device.id })

      # Hands are in a box, or wiggle what is in it: its connections are drawn anew.
      def moved(circuit, place) = draw(joints(circuit, place))

      # @return [Circuit] with what is open now as a fault that stays
      def now(circuit) = circuit.with(faults: circuit.faults.filter_map { |fault| as_is(fault, @open) })

      # Every state of the intermittent faults that wiggling a toggle may cause
      # @return [Array<Circuit>]
      def ways(circuit, device)
        concerned =
          joints(circuit, device.place) +
            faults(circuit, "contact_intermittent").select { |fault| fault["device"] == device.id }
        (0..concerned.size)
          .flat_map { |count| concerned.combination(count).to_a }
          .map do |open|
            circuit.with(faults: circuit.faults.filter_map { |fault| as_is(fault, (@open - concerned) + open) })
          end
      end

      private

      def faults(circuit, kind) = circuit.faults.select { |fault| fault["kind"] == kind }

      def joints(circuit, place) =
        faults(circuit, "joint_intermittent").select { |fault| circuit.place_of(fault["point"]) == place }

      def draw(some)
        @open -= some
        @open += some.select { @random && @random.rand < 0.5 }
      end

      def as_is(fault, open)
        kind = WHILE_OPEN[fault["kind"]] or return fault
        fault.merge("kind" => kind) if open.include?(fault)
      end
    end
  end
end
