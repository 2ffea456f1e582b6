# frozen_string_literal: true

require "csv"

module Dielectra
  module Physics
    # Everything a circuit does, as comma-separated values: a row for each combination of positions; columns for the
    # positions, the breakers, the loads, and the volts of every point against the panel's neutral.
    class Table
      # @param state [Hash{String => String}] positions that are fixed
      def initialize(circuit, state = {})
        @circuit = circuit
        @networks = Survey.networks(circuit, state)
      end

      # @return [String] comma-separated values with a header, RFC 4180
      def to_s
        CSV.generate do |csv|
          csv << [*switches, *breakers, *loads, *points.map { |point| "#{point} V" }]
          @networks.each { |network| csv << row(network) }
        end
      end

      private

      def switches = @circuit.controls.map(&:id)

      def breakers = @circuit.breakers.map(&:id)

      def loads = @networks.first.loads.keys

      def points = @networks.first.wiring.points

      def row(network)
        positions = switches.map { |id| Array(network.state.fetch(id, @circuit.device(id).position)).join("/") }
        volts = points.map { |point| network.floating?(point) ? nil : network.potential(point).round(3) }
        [*positions, *network.breakers.values_at(*breakers), *network.loads.values_at(*loads), *volts]
      end
    end
  end
end
