# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Possible functions of the conductors in one opened box, judged from that box alone: for each port a function per
    # conductor, with the verdict on the box as found. Likely ones are found by counting pairs of conductors that touch
    # and should not, or the reverse.
    class LocalReadings
      # How a port is used: what its run carries, what lies at the far end, and whether it matters which conductor
      # carries what
      Use = Struct.new(:port, :functions, :polarized, :told)
      # One reading of the box: a way for each use, and the verdict. `verdict_most` is the largest verdict weight in its
      # list.
      Reading = Struct.new(:ways, :verdict, :weight, :verdict_most)

      # Readings judged
      MOST = 60
      # The same for runs of single conductors, which are numerous, and for boxes with more devices than a few
      MOST_BUNDLED = 12
      MOST_OF_SEVERAL = 8
      SEVERAL = 2

      # Readings kept of a box that is all apart, where only colors carry information
      MOST_LOOSE = 300

      # @param found [Array<Array<String>>] joints as found
      def initialize(found)
        @found = found
        @odd = OddPairs.new(found)
        @memo = {}
        @most = {}
      end

      # @param workmanship [Design::Workmanship]
      # @param uses [Array<Use>]
      # @return [Array<Reading>] by falling weight
      def of(workmanship, uses)
        @memo[[workmanship.key, uses]] ||= begin
          found = apart?(uses) ? loose(workmanship, uses) : judged(workmanship, uses)
          most = found.map { |local| local.verdict.weight }.max
          found.each { |local| local.verdict_most = most }
        end
      end

      # @return [Float] the most that the verdict of any of the likeliest readings weighs
      def most(workmanship, uses)
        return workmanship.judge(@found, {}).weight if apart?(uses)

        @most[[workmanship.key, uses]] ||= begin
          best = 0.0
          picked_out(uses, MOST_BOUNDING).each do |picked|
            best = [best, workmanship.judge(@found, functions(uses, picked)).weight].max
            break if best >= RIGHT
          end
          best
        end
      end

      # The weight of a verdict that nothing can better
      RIGHT = 1.0
      # Readings judged for the bound
      MOST_BOUNDING = 6
      private_constant :RIGHT, :MOST_BOUNDING

      # Whether none of the ports' conductors touches anything
      def apart?(uses) = uses.none? { |use| use.port.points.any? { |point| @odd.joined?(point) } }

      private

      def ways(use) = Design::Coloring.ways(use.functions, use.port.hints, polarized: use.polarized)

      # Readings of a box that is all apart; only colors distinguish them
      def loose(workmanship, uses)
        verdict = workmanship.judge(@found, {})
        choices = uses.map { |use| use.told ? ways(use) : ways(use).first(1) }
        likeliest(choices).map { |picked| local(picked, verdict) }.sort_by { |item| -item.weight }
      end

      # The heaviest combinations of one way each. Both lists fall in weight, so the best pairs lie where the product of
      # their ranks is small.
      def likeliest(choices)
        choices
          .reduce([[[], 1.0]]) do |so_far, ways|
            pairs =
              so_far.each_with_index.flat_map do |(picked, weight), rank|
                ways.first(MOST_LOOSE / (rank + 1)).map { |way| [picked + [way], weight * way.weight] }
              end
            pairs.max_by(MOST_LOOSE, &:last)
          end
          .map(&:first)
      end

      def judged(workmanship, uses)
        picked_out(uses, workmanship.fittings.size > SEVERAL ? MOST_OF_SEVERAL : MOST)
          .map { |picked| local(picked, workmanship.judge(@found, functions(uses, picked))) }
          .sort_by { |item| -item.weight }
      end

      # @return [Hash{String => String, nil}] conductor's point => function
      def functions(uses, picked)
        found = {}
        uses.zip(picked) { |use, way| use.port.points.zip(way.functions) { |point, function| found[point] = function } }
        found
      end

      def local(picked, verdict) =
        Reading.new(picked, verdict, picked.reduce(verdict.weight) { |product, way| product * way.weight })

      # Combinations with the fewest pairs that contradict the joints
      def picked_out(uses, most)
        most = MOST_BUNDLED if uses.any? { |use| use.port.single? }
        @odd.fewest(uses.map(&:port), uses.map { |use| ways(use) }, most)
      end
    end
  end
end
