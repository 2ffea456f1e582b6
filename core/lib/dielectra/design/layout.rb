# frozen_string_literal: true

module Dielectra
  module Design
    # One way a circuit can be laid out in the wall: a tree of runs over the feed, the boxes and what hangs on beyond
    # them, with the order in which the switches stand in the line's way to the light.
    #
    # A run carries every function that is needed on both of its sides; that one rule says how many conductors each run
    # has to have.
    class Layout
      FEED = "panel"

      attr_reader :edges, :chain, :light, :weight

      # @param edges [Array<Array(String, String)>] runs, nearer to nothing in particular
      # @param chain [Array<String>] switch boxes from the line's side to the load's
      # @param light [String] the box of the light
      # @param weight [Float] how common, before anything is seen
      def initialize(edges:, chain:, light:, weight:)
        @edges = edges
        @chain = chain
        @light = light
        @weight = weight
      end

      # @return [Hash{String => Array<String>}] function => places that need it
      def needs
        @needs ||= begin
          onward = edges.flatten.grep(/\Aonward/)
          links = chain.each_cons(2).with_index.flat_map do |pair, hop|
            [1, 2].map { |wire| [Layout.traveler(hop, wire), pair] }
          end
          {"line" => [FEED, chain.first, *onward], "neutral" => [FEED, light, *onward],
           "load" => [chain.last, light], **links.to_h}
        end
      end

      # The name of one of the two travelers between the switches at `hop` and `hop + 1` of the chain.
      def self.traveler(hop, wire) = "traveler_#{wire}#{"_#{hop + 1}" if hop.positive?}"

      # The field's role for a function.
      def self.role(function) = function.start_with?("traveler") ? "traveler" : function

      # @return [Array<String>] functions a run carries
      def carried(edge)
        (@carried ||= {})[edge] ||= begin
          side = beyond(edge)
          needs.select { |_, places| places.any? { |place| side[place] } && places.any? { |place| !side[place] } }.keys
        end
      end

      def edges_at(place) = edges.select { |edge| edge.include?(place) }

      def key = [edges.map(&:sort).sort, chain]

      private

      # Places on the far side of an edge.
      def beyond((near, far))
        seen = {far => true}
        queue = [far]
        while (place = queue.shift)
          edges.each do |edge|
            next unless edge.include?(place)

            other = edge.find { |end_place| end_place != place }
            next if seen[other] || (place == far && other == near)

            seen[other] = true
            queue << other
          end
        end
        seen
      end
    end
  end
end
