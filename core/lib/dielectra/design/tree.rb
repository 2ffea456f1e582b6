# frozen_string_literal: true

module Dielectra
  module Design
    # A tree of runs, with the places beyond each run as a bit mask
    class Tree
      attr_reader :edges, :places

      # @param edges [Array<Array(String, String)>]
      def initialize(edges)
        @edges = edges
        @places = edges.flatten.uniq
        @bits = @places.each_with_index.to_h { |place, index| [place, 1 << index] }
        @at = {}
        @beyond = {}.compare_by_identity
      end

      # @param places [Enumerable<String>] places of the tree
      # @return [Integer] one bit a place
      def mask(places) = places.reduce(0) { |bits, place| bits | @bits.fetch(place) }

      # @return [Integer] the places on the far side of a run, the one its second end is on
      def beyond(edge) = @beyond[edge] ||= reach(edge[1], edge)

      # @return [Boolean] whether some of the places lie on either side of a run
      def parts?(edge, mask)
        far = mask & beyond(edge)
        far != 0 && far != mask
      end

      # Runs that end in a place.
      def at(place) = @at[place] ||= edges.select { |edge| edge.include?(place) }

      # The runs from the leaves inward: for every place but the root, all runs but the last are decided before that
      # last one.
      # @return [Array<Array(String, String)>]
      def inward(root) = visit(root, nil)

      private

      def visit(place, from)
        at(place)
          .reject { |edge| edge.equal?(from) }
          .flat_map { |edge| [*visit(edge[0] == place ? edge[1] : edge[0], edge), edge] }
      end

      def reach(start, without)
        at(start).reduce(@bits[start]) do |bits, edge|
          edge.equal?(without) ? bits : bits | reach(edge[0] == start ? edge[1] : edge[0], edge)
        end
      end
    end
  end
end
