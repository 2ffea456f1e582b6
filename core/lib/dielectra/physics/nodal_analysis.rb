# frozen_string_literal: true

require "matrix"

module Dielectra
  module Physics
    # Node voltages of a resistive network, by nodal analysis (Ho, Ruehli and Brennan, "The modified nodal approach to
    # network analysis", 1975) on what series and parallel reduction leaves over: dangling branches carry no current,
    # two resistances in series are one. House wiring reduces to a handful of nodes, whatever its size.
    class NodalAnalysis
      # @param size [Integer] how many nodes there are
      # @param reference [Integer] the node that counts as zero volts
      def initialize(size, reference)
        @reference = reference
        @neighbors = Array.new(size) { {} }
        @injected = {}
      end

      # Adds a resistance between two nodes.
      def connect(one, other, ohms)
        return if one == other

        siemens = 1.0 / ohms
        @neighbors[one][other] = (@neighbors[one][other] || 0.0) + siemens
        @neighbors[other][one] = (@neighbors[other][one] || 0.0) + siemens
      end

      # Adds a current into a node, out of the reference.
      def inject(node, amperes)
        @injected[node] = (@injected[node] || 0.0) + amperes
      end

      # Consumes the network.
      # @return [Array<Float, nil>] volts of each node; nil where nothing ties it to the reference
      def volts
        @volts = Array.new(@neighbors.size)
        @volts[@reference] = 0.0
        tied = reached
        folded = fold(tied)
        solve_rest(tied)
        folded.reverse_each do |node, one, share, other, rest|
          @volts[node] = other ? (@volts[one] * share) + (@volts[other] * rest) : @volts[one]
        end
        @volts
      end

      private

      def reached
        seen = Array.new(@neighbors.size, false)
        seen[@reference] = true
        queue = [@reference]
        queue.each do |node|
          @neighbors[node].each_key { |other| queue << other unless seen[other] || !(seen[other] = true) }
        end
      end

      # Takes out nodes with one or two neighbors, as long as there are any.
      # @return [Array] each node taken out, with its neighbors and how much each says about it
      def fold(nodes)
        waiting = nodes.dup
        folded = []
        while (node = waiting.pop)
          around = @neighbors[node]
          next if around.nil? || around.size > 2 || node == @reference || @injected.key?(node)

          folded << take_out(node, around)
          waiting.concat(around.keys)
        end
        folded
      end

      def take_out(node, around)
        (one, siemens), (other, rest) = around.to_a
        @neighbors[node] = nil
        @neighbors[one].delete(node)
        return node, one, 1.0 unless other

        @neighbors[other].delete(node)
        both = siemens + rest
        connect(one, other, both / (siemens * rest))
        [node, one, siemens / both, other, rest / both]
      end

      def solve_rest(tied)
        unknown = tied.select { |node| @neighbors[node] && node != @reference }
        return if unknown.empty?

        index = unknown.each_with_index.to_h
        rows = unknown.map { |node| row(node, index) }
        currents = unknown.map { |node| @injected.fetch(node, 0.0) }
        found =
          (
            if rows.one?
              [currents.first / rows.first.first]
            else
              Matrix.rows(rows, false).lup.solve(Vector.elements(currents, false)).to_a
            end
          )
        unknown.zip(found) { |node, volts| @volts[node] = volts }
      end

      def row(node, index)
        values = Array.new(index.size, 0.0)
        @neighbors[node].each do |other, siemens|
          values[index[node]] += siemens
          values[index[other]] -= siemens if index.key?(other)
        end
        values
      end
    end
  end
end
