# frozen_string_literal: true

module Dielectra
  module Physics
    # A circuit in one state as a SPICE netlist: the nets and resistances that Network solves, the supply as a direct
    # voltage of the effective value (negative on the second leg), so that an operating point gives effective volts.
    class Netlist
      # Ohms to the reference that keep a floating net solvable, far above any meter.
      LEAK = 1e12

      # A file with several netlists side by side, each with its own nodes.
      # @param netlists [Array<Netlist>] with different prefixes
      def self.deck(netlists, title: "dielectra")
        ["* #{title}", *netlists.map(&:body), ".control", "op", "print all", ".endc", ".end", ""].join("\n")
      end

      # @param network [Network]
      # @param meter [Array(String, String, Numeric), nil] two points and the ohms of what is held between them
      # @param prefix [String] before every name, letters and digits
      def initialize(network, meter: nil, prefix: "n")
        @network = network
        @wiring = network.wiring
        @meter = meter
        @prefix = prefix
      end

      # @return [String] the name of a point's node; "0" is the panel's neutral
      def node(point) = name(@wiring.net(point))

      # @return [String] the whole netlist, with an operating point and the node voltages printed
      def to_s = Netlist.deck([self], title: @network.circuit.places.map(&:id).join(" "))

      # @return [String] the elements, with a comment that tells which points each node is
      def body = [*comments, *sources, *resistors, *leaks].join("\n")

      private

      def name(net) = net == @wiring.earth ? "0" : "#{@prefix}#{net}"

      def comments
        state = @network.state.map { |device, position| "#{device}=#{Array(position).join("/")}" }
        groups = @wiring.points.group_by { |point| node(point) }
        [
          "* state: #{state.empty? ? "as in the file" : state.join(" ")}",
          *groups.map { |node, points| "* #{node}: #{points.join(" ")}" }
        ]
      end

      def sources
        @wiring
          .sources
          .select { |source| @network.breakers[source.id] == "on" }
          .flat_map do |source|
            own = "#{@prefix}src#{source.id}"
            ["V#{own} #{own} 0 #{source.volts}", "R#{own} #{own} #{name(source.net)} #{Branches::CONTACT}"]
          end
      end

      def resistors
        branches =
          @wiring.links(@network.state, warm: true).map { |link| [name(link.one), name(link.other), link.ohms] }
        branches << [node(@meter[0]), node(@meter[1]), @meter[2].to_f] if @meter
        branches.each_with_index.map { |(one, other, ohms), number| "R#{@prefix}_#{number} #{one} #{other} #{ohms}" }
      end

      def leaks
        @wiring
          .points
          .map { |point| @wiring.net(point) }
          .uniq
          .reject { |net| net == @wiring.earth }
          .map { |net| "Rleak#{name(net)} #{name(net)} 0 #{LEAK}" }
      end
    end
  end
end
