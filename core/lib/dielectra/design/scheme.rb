# frozen_string_literal: true

module Dielectra
  module Design
    # A wiring scheme: which functions are needed where. Today the switches interrupt the line and the neutral goes
    # straight to the light. Old houses also have the switches in the neutral, or line and neutral both on the traveler
    # screws of two three-ways with the light between the commons.
    class Scheme
      FEED = "panel"

      attr_reader :name

      # @param name [Symbol] :present, :neutral_switched or :both_on_travelers
      def initialize(name)
        @name = name
        @switched, @steady = name == :neutral_switched ? %w[neutral line] : %w[line neutral]
        freeze
      end

      PRESENT = new(:present)
      NEUTRAL_SWITCHED = new(:neutral_switched)
      BOTH_ON_TRAVELERS = new(:both_on_travelers)

      # Read back by Marshal as the one object of its name.
      def self._load(name) = [PRESENT, NEUTRAL_SWITCHED, BOTH_ON_TRAVELERS].find { |scheme| scheme.name.to_s == name }

      def _dump(_level) = name.to_s

      # @return [Array<Scheme>] what may be found with so many switches
      def self.all(controls) = [PRESENT, NEUTRAL_SWITCHED, *(BOTH_ON_TRAVELERS if controls == 2)]

      # Prior relative to today's scheme
      # @return [Float]
      def weight = @name == :present ? 1.0 : Trade.priors.dig("layout", "scheme", @name.to_s)

      # @param chain [Chain]
      # @param onward [Array<String>] where its line and neutral go on to
      # @return [Hash{String => Array<String>}] function => places that need it
      def needs(chain, onward)
        return both_needed(chain.places, chain.load_places, onward) if @name == :both_on_travelers

        feed = chain.feed
        return live_needs(chain, feed, onward) if chain.live?

        supply = { @switched => [feed, chain.places.first, *onward], @steady => [feed, *chain.load_places, *onward] }
        {
          chain.named("line") => supply["line"] | chain.halves,
          chain.named("neutral") => supply["neutral"] | chain.neutral_places,
          **links(chain)
        }
      end

      # @return [Array<String>] functions at the pole of a switch that no traveler is on
      def ends(index, last)
        return ["leg_#{index + 1}"] if @name == :both_on_travelers

        [(@switched if index.zero?), ("load" if index == last)].compact
      end

      # @return [Array<Array(String, String)>] the pairs of travelers at a switch
      def travelers(index, last)
        return [%w[line neutral]] if @name == :both_on_travelers

        [index - 1, index].grep(0..(last - 1)).map { |hop| [1, 2].map { |wire| Layout.traveler(hop, wire) } }
      end

      # @return [Array(String, String)] functions at the hot and the neutral side of the light
      def lamp =
        { present: %w[load neutral], neutral_switched: %w[line load], both_on_travelers: %w[leg_1 leg_2] }.fetch(@name)

      private

      def both_needed(chain, lights, onward)
        {
          "line" => [FEED, *chain, *onward],
          "neutral" => [FEED, *chain, *onward],
          "leg_1" => [chain.first, *lights],
          "leg_2" => [chain.last, *lights]
        }
      end

      # A load that nothing works needs line and neutral.
      def live_needs(chain, feed, onward) =
        %w[line neutral].to_h { |function| [chain.named(function), [feed, *chain.load_places, *onward]] }

      def links(chain)
        load = { chain.named("load") => [chain.places.last, *chain.load_places] }
        load.merge(hops(chain))
      end

      def hops(chain)
        chain.travelers.zip(chain.places.each_cons(2)).flat_map { |pair, ends| pair.map { |name| [name, ends] } }.to_h
      end
    end
  end
end
