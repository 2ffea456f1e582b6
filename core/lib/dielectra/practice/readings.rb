# frozen_string_literal: true

module Dielectra
  module Practice
    # What each instrument reads in a network, ghost voltage included where a random generator is given
    class Readings
      # @param random [Random, nil]
      def initialize(circuit, network, random)
        @circuit = circuit
        @network = network
        @random = random
      end

      # @param tool [String]
      # @param points [Array<String>]
      # @return [Hash] the answer's fields
      # @raise [InvalidInput] for a tool that does not go with the power as it is
      def read(tool, points)
        reading = Physics::Reading.of(@network, tool, points)
        @random ? reading.sample(@random) : reading.theory
      end

      # @return [Array<Array(String, String)>] terminals that are closed in a position, by their marks
      def bench(device, position)
        return [] if device.kind.electronics?

        faults = @circuit.faults.select { |fault| fault["device"] == device.id && fault["contact"] }
        closed = device.switched(position).map(&:sort)
        faults.each do |fault|
          contact = fault["contact"].sort
          closed -= [contact] if fault["kind"] == "contact_stuck_open" ||
            fault["ohms"].to_f >= Trade.instruments.dig("continuity", "beeps_below_ohms")
          closed |= [contact] if fault["kind"] == "contact_stuck_closed"
        end
        marks = Marks.new(@circuit)
        closed.map { |pair| pair.map { |terminal| PointId.part(marks.seen(device.point(terminal))) } }
      end

      # @return [String, nil] the breaker that makes a point live
      def breaker_behind(point)
        return unless @network.live?(point)

        @circuit.breakers.map(&:id).find { |id| !@network.at(@network.state.merge(id => "off")).live?(point) }
      end
    end
  end
end
