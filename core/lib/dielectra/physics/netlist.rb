# frozen_string_literal: true

module Dielectra
  module Physics
    # A circuit in one state as a SPICE netlist: the same nets and resistances that Network solves, the supply as a direct
    # voltage of the effective value, so that an operating point gives effective volts.
    class Netlist
      # Ohms to the reference that keep a floating net solvable, far above any meter.
      LEAK = 1e12

      # @param meter [Array(String, String, Numeric), nil] two points and the ohms of what is held between them
      def initialize(circuit, state = {}, meter: nil)
        @circuit = circuit
        @state = state
        @meter = meter
        @joined = DisjointSets.new
        dead = Branches.new(circuit, state, warm: true).dead_points
        circuit.joints.each { |joint| (joint.points - dead).each_cons(2) { |one, other| @joined.join(one, other) } }
        @numbers = {reference => 0}
      end

      # @return [Integer] the node of a point
      def node(point) = @numbers[@joined.find(point)] ||= @numbers.size

      # @return [String] the netlist, with an operating point and the node voltages printed
      def to_s
        lines = sources + resistors
        leaks = @numbers.values.reject(&:zero?).map { |number| "Rleak#{number} #{number} 0 #{LEAK}" }
        ["* #{@circuit.places.map(&:id).join(" ")}", *lines, *leaks, ".control", "op", "print all", ".endc", ".end", ""].join("\n")
      end

      private

      def reference = @joined.find("#{@circuit.places.find(&:panel?).id}.neutral")

      def sources
        @circuit.breakers.select { |breaker| @state.fetch(breaker.id, breaker.position) == "on" }.flat_map do |breaker|
          ["V#{breaker.id} src#{breaker.id} 0 #{@circuit.supply["volts"]}",
           "R#{breaker.id} src#{breaker.id} #{node(breaker.point("load"))} #{Branches::CONTACT}"]
        end
      end

      def resistors
        branches = Branches.new(@circuit, @state, warm: true).to_a + [@meter].compact
        branches.each_with_index.map { |(one, other, ohms), number| "R#{number} #{node(one)} #{node(other)} #{ohms.to_f}" }
      end
    end
  end
end
