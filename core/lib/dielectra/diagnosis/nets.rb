# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Net numbers of all points in one state; a number is the net's root. What copper alone joins is shared by all states; a
    # state adds which of those nets its closed contacts make one.
    class Nets
      NONE = {}.freeze

      # @param roots [Array<Integer>] for each point the net that copper makes it part of; points numbered later are their own
      # @param pairs [Array<Array(Integer, Integer)>] points that closed contacts join
      def initialize(roots, pairs = NONE)
        @roots = roots
        @met = NONE
        pairs.each { |one, other| unite(self[one], self[other]) }
      end

      def [](point)
        net = @roots[point] || point
        return net if @met.empty?

        while (further = @met[net])
          net = further
        end
        net
      end

      def together?(one, other) = self[one] == self[other]

      private

      def unite(one, other)
        return if one == other

        @met = {} if @met.frozen?
        @met[other] = one
      end
    end
  end
end
