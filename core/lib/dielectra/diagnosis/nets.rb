# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Net numbers of all points in one state; a number is the net's root.
    class Nets
      def initialize(parent)
        @parent = parent
      end

      def [](point)
        parent = @parent
        point = parent[point] until parent[point] == point
        point
      end

      def together?(one, other) = self[one] == self[other]
    end
  end
end
