# frozen_string_literal: true

module Dielectra
  module Physics
    # Which names are connected: union–find with path halving.
    class DisjointSets
      def initialize
        @parent = {}
      end

      def find(name)
        parent = @parent
        name = parent[name] = parent[parent[name]] while (parent[name] ||= name) != name
        name
      end

      def join(one, other) = @parent[find(one)] = find(other)

      def together?(one, other) = find(one) == find(other)
    end
  end
end
