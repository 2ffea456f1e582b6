# frozen_string_literal: true

module Dielectra
  module Physics
    # Whether a fault can be observed: by eye, only with a tester, or not at all
    class Observability
      # Volts and ohms below which two readings count as the same.
      SAME = 0.5

      # @param circuit [Circuit]
      def initialize(circuit)
        @circuit = circuit
      end

      # @param fault [Hash] of the format, one the circuit may or may not have
      # @return [Symbol] :seen where a load or breaker differs in some combination, :measured where only a reading at
      #   some point differs, :unobservable where nothing does
      def of(fault)
        with = states(@circuit.faults | [fault])
        without = states(@circuit.faults - [fault])
        pairs = with.zip(without)
        return :seen if pairs.any? { |one, other| one.loads != other.loads || one.breakers != other.breakers }
        return :measured if fault["kind"] == "marks_wrong" || pairs.any? { |one, other| reads_otherwise?(one, other) }

        :unobservable
      end

      private

      def states(faults) = Survey.networks(@circuit.with(faults:))

      def reads_otherwise?(one, other)
        dead = off(one)
        also_dead = off(other)
        points = one.wiring.points
        points.any? do |point|
          one.floating?(point) != other.floating?(point) || (one.potential(point) - other.potential(point)).abs > SAME
        end || points.combination(2).any? { |pair| ohms(dead, pair) != ohms(also_dead, pair) }
      end

      def off(network) = network.at(network.state.merge(@circuit.breakers.to_h { |breaker| [breaker.id, "off"] }))

      def ohms(network, pair) = network.ohms(*pair)&.then { |ohms| (ohms / SAME).round }
    end
  end
end
