# frozen_string_literal: true

module Dielectra
  module Design
    # Adds runs onward to a tree of runs: cables that leave a box for outlets that the job does not list
    class OnwardRuns
      # Number of boxes from which runs onward from closed boxes are listed only in a wider listing
      MANY = 4
      # Most runs onward in all
      MOST = 3

      # @param boxes [Array<String>]
      # @param sizes [Hash{String => Array<Integer>}] opened box => insulated conductors of each cable end
      # @param priors [Array<Float>] how common none, one, two … runs onward from a box are
      # @param circuits [Array<Integer>] the circuit of each chain
      # @param passing [Integer, nil] a circuit that no chain is on and that may pass through a box
      # @param unseen [String, nil] an unknown junction, the last of the boxes
      # @param wide [Boolean] whether to look for rarer things too
      # @param rare [Boolean] whether closed boxes may have any
      def initialize(boxes:, sizes:, priors:, circuits:, passing:, unseen:, wide:, rare:)
        @boxes = boxes
        @sizes = sizes
        @priors = priors
        @circuits = circuits
        @passing = passing
        @unseen = unseen
        @wide = wide
        @rare = rare
      end

      # Runs with every distribution of runs onward: what opened boxes leave over, any number from closed ones. Rare
      # features are listed one at a time.
      # @param edges [Array<Array(String, String)>] runs between boxes and from the panel
      # @param width [Integer] most functions that one of them carries
      # @param doubled [Array(String, String), nil] a run that is two cables side by side
      # @yieldparam all [Array<Array(String, String)>] with runs onward
      # @yieldparam weight [Float]
      def over(edges, width, doubled)
        counts =
          @boxes.map do |box|
            if @sizes.key?(box)
              [@sizes[box].size - edges.count { |edge| edge.include?(box) } - (doubled&.include?(box) ? 1 : 0)]
            else
              closed_onward
            end
          end
        first, *rest = counts
        first.product(*rest) do |numbers|
          next if @unseen && edges.count { |edge| edge.include?(@unseen) } + numbers.last < CableTrees::JUNCTION
          if numbers.sum > MOST ||
               hidden(numbers) > (width > CableTrees::MOST_CONDUCTORS && @boxes.size >= MANY ? 0 : most_hidden)
            next
          end

          leaves = @boxes.zip(numbers).flat_map { |box, number| [box] * number }
          weight =
            numbers.reduce(@unseen ? Trade.priors.dig("layout", "unseen_junction") : 1.0) do |product, number|
              product * (@priors[number] || (@priors.last * 0.1))
            end
          by_circuit(leaves) { |circuits, share| yield edges + onward(leaves, circuits), weight * share }
          with_passing(edges, leaves) { |all| yield all, weight }
        end
      end

      private

      # The circuits that the runs onward carry on. Those that leave one box are alike: how many are on each circuit
      # counts, and not which.
      # @param leaves [Array<String>] boxes, those of one box together
      # @yieldparam circuits [Array<Integer>] in the order of the leaves
      # @yieldparam share [Float] shares sum to one
      def by_circuit(leaves)
        feeds = Circuits.feeds(@circuits)
        return yield Array.new(leaves.size, feeds.first), 1.0 if feeds.one?

        ways = leaves.tally.values.map { |count| feeds.repeated_combination(count).to_a }
        return yield [], 1.0 if ways.empty?

        first, *rest = ways
        first.product(*rest) do |chosen|
          orders = chosen.reduce(1) { |product, some| product * orders_of(some) }
          yield chosen.flatten, orders / (feeds.size**leaves.size).to_f
        end
      end

      # @return [Integer] in how many orders like things can stand
      def orders_of(some) = some.tally.values.reduce(factorial(some.size)) { |all, count| all / factorial(count) }

      def factorial(number) = (1..number).reduce(1, :*)

      # Runs onward from given boxes
      # @param circuits [Array<Integer>] the circuit that each carries on
      def onward(leaves, circuits)
        leaves.each_with_index.map do |box, index|
          [box, Circuits.named("#{Layout::ONWARD}_#{index + 1}", circuits[index])]
        end
      end

      # The same with two or more of the runs that leave one box being another circuit that passes through it
      def with_passing(edges, leaves)
        return unless @passing

        leaves.tally.each do |box, number|
          (2..number).each do |theirs|
            more = Array.new(theirs - 1) { |index| [box, Circuits.named("#{Layout::ONWARD}_#{index + 1}", @passing)] }
            others = leaves.dup
            theirs.times { others.delete_at(others.index(box)) }
            yield edges + onward(others, others.map { 0 }) + [[Circuits.feed(@passing), box], *more]
          end
        end
      end

      def closed_onward
        @wide || @boxes.size < MANY ? [0, 1].first(@priors.size) : [0]
      end

      # Number of runs onward from closed boxes
      def hidden(numbers) = @boxes.zip(numbers).sum { |box, number| @sizes.key?(box) ? 0 : number }

      def most_hidden
        return 0 unless @rare

        @boxes.size >= MANY ? 1 : 2
      end
    end
  end
end
