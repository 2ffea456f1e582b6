# frozen_string_literal: true

module Dielectra
  module Physics
    # What a circuit does in every combination of positions.
    module Survey
      # @return [Array<Hash{String => String}>] every combination of positions of the circuit's switches
      def self.combinations(circuit)
        controls = circuit.controls.select { |device| device.kind.gangs.size == 1 && device.kind.positions.any? }
        return [{}] if controls.empty?

        first, *rest = controls.map { |device| device.kind.positions.map { |position| [device.id, position] } }
        first.product(*rest).map(&:to_h)
      end

      # @return [Array<Hash>] `positions`, `loads` and `breakers` for each combination
      def self.measure(circuit, state = {})
        combinations(circuit).map do |positions|
          network = Network.new(circuit, positions.merge(state))
          {"positions" => positions.merge(state.slice(*positions.keys)), "loads" => network.lamps, "breakers" => network.breakers}
        end.uniq
      end
    end
  end
end
