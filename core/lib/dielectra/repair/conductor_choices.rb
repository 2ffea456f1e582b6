# frozen_string_literal: true

module Dielectra
  module Repair
    # What the conductors of each run may carry in a rewire.
    class ConductorChoices
      # Marks a conductor to be capped, as distinct from a spare
      CAPPED = "capped "

      # @return [String, nil] a function; nil for a conductor that carries none
      def self.function(carried) = (carried unless carried&.start_with?(CAPPED))

      def initialize
        @orderings = {}
      end

      # The two travelers of a hop are interchangeable. The first run that has them fixes their order, as it was
      # designed there.
      # @param layout [Design::Layout]
      # @param runs [Array<Design::Run>]
      # @param useless [Array<Array<String>>] sets of conductors that must not all be used
      # @return [Array<Array<Array<String, nil>>>] for each run the ways, each in the order of its conductors
      def of_all(layout, runs, useless)
        named = []
        runs.map do |run|
          fresh = layout.pairs_of_travelers(run.places) - named
          named += fresh
          choices(layout, run, useless).select { |way| fresh.all? { |pair| in_order?(run, way, pair) } }
        end
      end

      private

      # Whether two travelers lie on conductors in the order they were meant to, or else in their own order
      def in_order?(run, way, pair)
        meant, now =
          [run.strands.map(&:function), way].map { |functions| pair.map { |function| functions.index(function) } }
        (now.first < now.last) == (meant.include?(nil) || meant.first < meant.last)
      end

      # Possible functions of a run's conductors, the designed ones first
      def choices(layout, run, useless)
        functions = layout.carried(run.places)
        return [] if functions.size > run.strands.size

        meant = run.strands.map(&:function)
        ways = run.outer? ? [meant] : ([meant] + orderings(functions, run.strands.size)).uniq
        ways
          .select { |way| way.compact.sort == functions.sort && useless.none? { |points| used?(run, way, points) } }
          .map { |way| capped(run, way, useless) }
      end

      # Caps conductors that touch another, or leak to it, and are not used any more
      def capped(run, way, useless)
        some = useless.select { |points| points.size > 1 }.flatten
        return way if some.empty?

        way.each_with_index.map do |function, slot|
          function || ("#{CAPPED}#{slot}" if run.strands[slot].points.intersect?(some))
        end
      end

      def orderings(functions, size) =
        @orderings[[functions, size]] ||= (functions + ([nil] * (size - functions.size))).permutation.to_a.uniq

      # Whether a way uses all of some conductors; a grounding conductor is always in use
      def used?(run, way, points)
        strands = points.map { |point| run.strands.index { |strand| strand.points.include?(point) } }
        unless points.all? { |point|
                 run.strands.any? { |strand| strand.points.include?(point) } || run.grounding&.include?(point)
               }
          return false
        end

        strands.compact.all? { |slot| way[slot] }
      end
    end
  end
end
