# frozen_string_literal: true

module Dielectra
  module Design
    # Every sensible layout over given boxes: labelled trees by their Prüfer sequences, the feed entering at any box,
    # the switches in either order, and runs onward from any box.
    class CableTrees
      include Enumerable

      MOST_CONDUCTORS = 4

      # @param controls [Array<String>] places of the switches
      # @param light [String] place of the light
      # @param others [Array<String>] further boxes that are known of
      # @param onward [Array<Float>] how common none, one, two … runs onward from a box are
      # @param degrees [Hash{String => Integer}] how many runs enter each box that has been opened
      def initialize(controls:, light:, others: [], onward: Trade.priors.dig("layout", "onward"), degrees: {})
        @controls = controls
        @light = light
        @boxes = (controls + [light] + others).uniq
        @onward = onward
        @degrees = degrees
      end

      def each(&)
        return enum_for(:each) unless block_given?

        CableTrees.over(@boxes).product(@boxes, chains) do |tree, entry, chain|
          with_onward(tree + [[Layout::FEED, entry]]) do |edges, weight|
            layout = Layout.new(edges:, chain:, light: @light, weight:)
            yield layout if edges.all? { |edge| layout.carried(edge).size <= MOST_CONDUCTORS }
          end
        end
      end

      # @return [Array<Array<Array(String, String)>>] every labelled tree over the names
      def self.over(names)
        return [[]] if names.size == 1
        return [[names]] if names.size == 2

        names.repeated_permutation(names.size - 2).map { |sequence| decode(sequence, names) }
      end

      # A tree from its Prüfer sequence.
      def self.decode(sequence, names)
        degree = names.to_h { |name| [name, sequence.count(name) + 1] }
        edges = sequence.map do |name|
          leaf = names.find { |candidate| degree[candidate] == 1 }
          degree[leaf] -= 1
          degree[name] -= 1
          [leaf, name]
        end
        edges << names.select { |name| degree[name] == 1 }
      end
      private_class_method :decode

      private

      def chains = @controls.permutation.to_a.uniq

      # Runs onward: as many as the opened boxes leave over, any number from those still closed.
      def with_onward(edges)
        counts = @boxes.map do |box|
          next (0...@onward.size).to_a unless @degrees.key?(box)

          [@degrees[box] - edges.count { |edge| edge.include?(box) }]
        end
        first, *rest = counts
        first.product(*rest) do |numbers|
          next if numbers.any?(&:negative?) || numbers.sum > 3

          leaves = @boxes.zip(numbers).flat_map { |box, number| [box] * number }
          weight = numbers.reduce(1.0) { |product, number| product * (@onward[number] || (@onward.last * 0.1)) }
          yield edges + leaves.each_with_index.map { |box, index| [box, "onward_#{index + 1}"] }, weight
        end
      end
    end
  end
end
