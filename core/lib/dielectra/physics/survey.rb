# frozen_string_literal: true

module Dielectra
  module Physics
    # What a circuit does in every combination of positions.
    module Survey
      # @return [Array<Hash{String => String, Array<String>}>] every combination of positions of the circuit's switches
      def self.combinations(circuit)
        switches = circuit.controls.reject { |device| device.kind.combinations.empty? }
        return [{}] if switches.empty?

        first, *rest = switches.map { |device| device.kind.combinations.map { |position| [device.id, position] } }
        first.product(*rest).map(&:to_h)
      end

      # @return [Array<Network>] the circuit in each combination, the compiled wiring shared
      def self.networks(circuit, state = {})
        wiring = Wiring.new(circuit)
        combinations(circuit)
          .map { |positions| positions.merge(state) }
          .uniq
          .map { |at| Network.new(circuit, at, wiring:) }
      end

      # @return [Array<Hash>] `positions`, `loads` and `breakers` for each combination
      def self.measure(circuit, state = {})
        switches = circuit.controls.map(&:id)
        networks(circuit, state).map do |network|
          { "positions" => network.state.slice(*switches), "loads" => network.loads, "breakers" => network.breakers }
        end
      end
    end
  end
end
