# frozen_string_literal: true

module Dielectra
  module Physics
    # Which nets are connected in one state, and every answer that follows from connectivity alone. An answer that takes
    # numbers (loads in series, shorts, leaks, bad contacts, an open neutral) is nil, and Network solves it.
    class Connectivity
      # Volt drop, as a share of the supply, that copper and contacts may cause before numbers are asked.
      DROP = 0.1

      # @param wiring [Wiring]
      # @param closed [Array<Wiring::Source>] sources whose breakers are on
      def initialize(wiring, state, closed, warm:)
        @wiring = wiring
        @warm = warm
        @closed = closed
        solid, @soft = wiring.links(state, warm:).partition(&:solid?)
        @copper = solid.sum(&:ohms) + (closed.size * Branches::CONTACT)
        @nets = Array.new(wiring.size) { |net| net }
        solid.each { |link| unite(link.one, link.other) }
        @earth = find(wiring.earth)
        @lines = closed.to_h { |source| [find(source.net), source] }
      end

      # @return [Boolean] whether copper and contacts alone join two nets
      def together?(one, other) = find(one) == find(other)

      # @return [Boolean, nil] whether a net is dangerous to touch
      def live(net)
        at = find(net)
        return unless plain?
        return @lines.key?(at) if @lines.key?(at) || at == @earth

        ends = touched(at) or return
        return false if ends.none? { |far| @lines.key?(far) }

        ends.one? || nil
      end

      # @return [Boolean, nil] whether nothing ties a net to the supply
      def floating(net)
        at = find(net)
        return false if at == @earth || @lines.key?(at)

        touched(at)&.empty?
      end

      # @return [Boolean, nil] whether a load burns with full volts (true) or not at all (false)
      def burning(link)
        return unless plain?

        ends = [find(link.one), find(link.other)]
        return false if ends.uniq.one?
        return true if ends.include?(@earth) && ends.any? { |at| @lines.key?(at) }

        loose?(link, ends) ? false : nil
      end

      # @return [Boolean, nil] whether a continuity tester between two dead nets beeps
      def beep(one, other, below)
        return true if together?(one, other) && @copper < below

        together?(one, other) || joined_softly?(find(one), find(other)) ? nil : false
      end

      # @return [Boolean] whether no breaker can be overloaded: line meets neither neutral nor another line, and all
      #   loads together are within the smallest rating
      def easy?
        return @easy unless @easy.nil?

        @easy = !short? && siemens * @wiring.circuit.supply["volts"] * 2 <= (@closed.map(&:amps).min || Float::INFINITY)
      end

      private

      # Whether connectivity decides: no short circuit, and little volt drop in the copper
      def plain? = easy? && @copper * siemens <= DROP

      def siemens = @siemens ||= @soft.sum { |link| 1.0 / link.ohms }

      def short? =
        @lines.key?(@earth) || @lines.size < @closed.map { |source| [find(source.net), source.volts] }.uniq.size

      # Lines and the neutral that a net is tied to through loads, or nil where one of the loads is no plain load.
      def touched(start)
        (@touched ||= {}).fetch(start) { @touched[start] = explore(start, nil) }
      end

      def explore(start, without)
        ends = []
        seen = { start => true }
        queue = [start]
        queue.each do |at|
          softly[at].each do |link|
            next if link.equal?(without)
            return nil if link.ohms > 10_000

            far = find(link.one) == at ? find(link.other) : find(link.one)
            next if seen[far]

            seen[far] = true
            far == @earth || @lines.key?(far) ? ends << far : queue << far
          end
        end
        ends
      end

      def softly
        @softly ||=
          @soft.each_with_object(Hash.new { |hash, net| hash[net] = [] }) do |link, hash|
            hash[find(link.one)] << link
            hash[find(link.other)] << link
          end
      end

      # Whether one terminal of a load floats apart from the load itself
      def loose?(link, ends)
        ends.any? { |at| at != @earth && !@lines.key?(at) && explore(at, link)&.empty? }
      end

      def joined_softly?(one, other)
        seen = { one => true }
        queue = [one]
        queue.each do |at|
          softly[at].each do |link|
            far = find(link.one) == at ? find(link.other) : find(link.one)
            queue << far unless seen[far] || !(seen[far] = true)
          end
        end
        seen.key?(other)
      end

      def find(net)
        parent = @nets
        net = parent[net] = parent[parent[net]] while parent[net] != net
        net
      end

      def unite(one, other)
        @nets[find(one)] = find(other)
      end
    end
  end
end
