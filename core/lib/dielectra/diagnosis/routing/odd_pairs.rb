# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Pairs of conductors in one opened box that touch although they would carry different functions, or the reverse.
    # Picks the ways of its ports with the fewest.
    class OddPairs
      # What a contradicting pair counts beside a later way, which only decides among equals
      ODD = 100
      private_constant :ODD

      # @param found [Array<Array<String>>] joints as found
      def initialize(found)
        @joint = {}
        found.each_with_index { |joint, index| joint.each { |point| @joint[point] = index if joint.size > 1 } }
        @alone = {}.compare_by_identity
        @between = {}.compare_by_identity
      end

      # @return [Boolean] whether a conductor touches anything
      def joined?(point) = @joint.key?(point)

      # @param ports [Array<Port>]
      # @param choices [Array<Array<Design::Coloring::Way>>] for each port its ways, likeliest first
      # @param most [Integer] combinations wanted
      # @return [Array<Array<Design::Coloring::Way>>] combinations of one way each
      def fewest(ports, choices, most)
        own = ports.zip(choices).map { |port, ways| alone(port, ways) }
        PairwiseSearch
          .new(own, crossings(ports, choices))
          .cheapest(most)
          .map { |picked| picked.zip(choices).map { |way, ways| ways[way] } }
      end

      private

      # @return [Array<Array<PairwiseSearch::Table>>] for each port the tables with the later ones
      def crossings(ports, choices) =
        ports.each_index.map do |one|
          ((one + 1)...ports.size).map { |other| between(ports[one], choices[one], ports[other], choices[other]) }
        end

      # Remembered, since the same ports with the same ways come in many layouts.
      def between(port, ways, other, others)
        kept = [port, ways, other].reduce(@between) { |known, key| known[key] ||= {}.compare_by_identity }
        kept[others] ||= PairwiseSearch::Table.new(odd_between(port, ways, other, others))
      end

      def alone(port, ways)
        kept = (@alone[port] ||= {}.compare_by_identity)
        kept[ways] ||= costs_alone(port, ways)
      end

      def costs_alone(port, ways) = ways.each_with_index.map { |way, late| (odd_inside(port, way) * ODD) + late }

      def odd_inside(port, way)
        (0...port.size)
          .to_a
          .combination(2)
          .count { |one, other| odd?(port.points[one], way.functions[one], port.points[other], way.functions[other]) }
      end

      # @return [Array<Array<Integer>>] for each way of one port and each of another what the contradicting pairs cost
      def odd_between(port, ways, other, others)
        touching = touching(port.points, other.points)
        ways.map do |way|
          others.map do |far|
            both = touching.count { |slot, number| same?(way.functions[slot], far.functions[number]) }
            (touching.size + alike(way.functions, far.functions) - (2 * both)) * ODD
          end
        end
      end

      # @return [Array<Array(Integer, Integer)>] the pairs that touch, by the numbers of their conductors
      def touching(points, others)
        points
          .each_index
          .to_a
          .product(others.each_index.to_a)
          .select { |slot, number| touch?(points[slot], others[number]) }
      end

      # @return [Integer] pairs of the same function
      def alike(functions, others) = functions.sum { |function| function.nil? ? 0 : others.count(function) }

      def odd?(one, function, other, its) = touch?(one, other) != same?(function, its)

      def touch?(one, other) = !@joint[one].nil? && @joint[one] == @joint[other]

      def same?(function, other) = !function.nil? && function == other
    end
  end
end
