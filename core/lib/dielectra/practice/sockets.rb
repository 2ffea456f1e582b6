# frozen_string_literal: true

module Dielectra
  module Practice
    # What the loads of a house do, the halves of receptacles by names of their own: `R1.1`, `R1.2`.
    module Sockets
      # Ohms of what is tried in a socket that holds nothing, and the share of the supply at which it shows live
      TRIED = 1_000
      LIVE = 0.6

      module_function

      # @param network [Physics::Network]
      # @param empty [Boolean] whether receptacles count that hold nothing
      # @return [Hash{String => String}] load, or half of one => light
      def loads(circuit, network, empty: false)
        receptacles = circuit.devices.select { |item| item.kind.plain == "receptacle" }
        receptacles.reduce(network.loads) { |all, item| all.merge(halves(circuit, network, item, all, empty)) }
      end

      def halves(circuit, network, item, seen, empty)
        known = seen.slice(item.id)
        shown =
          item.kind.sockets.each_with_index.to_h do |(number, ends), index|
            own = seen["#{item.id}.#{ends.first}"] || (seen[item.id] if index.zero?)
            ["#{item.id}.#{number}", own || (tried(circuit, network, item, ends) if empty || known.any?)]
          end
        shown = shown.compact
        empty && known.empty? ? shown.merge(item.id => shown.values.first) : shown
      end

      def tried(circuit, network, item, ends)
        hot, neutral = ends.map { |terminal| item.point(terminal) }
        network.volts(hot, neutral, meter: TRIED) > LIVE * circuit.supply["volts"] ? "on" : "off"
      end
    end
  end
end
