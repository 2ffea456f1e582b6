# frozen_string_literal: true

module Dielectra
  module Repair
    # One way to make a change over runs that are there and runs that may be pulled: which run carries what, in which
    # order the controls stand.
    # `edges` are the places at the ends of each run, `carried` what it carries, by identity; `new_runs` edge =>
    # NewWork
    ChangeDesign =
      Struct.new(:edges, :carried, :chains, :new_runs) do
        # @return [Boolean] whether conductors of one chain lie in two runs side by side or around a ring, so that
        #   their currents do not cancel in either
        def split?
          used = edges.reject { |edge| carried[edge].empty? }
          used
            .combination(2)
            .any? do |one, other|
              looped?(one, other) &&
                chains.any? { |chain| [one, other].all? { |edge| own(chain).intersect?(carried[edge]) } }
            end
        end

        # @param places [Array<String>]
        # @return [Array<String>] those that no neutral reaches
        def without_neutral(places)
          places.reject do |place|
            carried.any? do |edge, functions|
              edge.include?(place) && functions.any? { |one| Design::Layout.role(one) == "neutral" }
            end
          end
        end

        private

        def own(chain) = [*chain.travelers.flatten, chain.named("line"), chain.named("load"), chain.named("neutral")]

        # Whether two runs lie on one ring: without both the places of one are still joined by the other alone
        def looped?(one, other)
          left = edges.reject { |edge| edge.equal?(one) || edge.equal?(other) }
          [one, other].all? { |edge| reached(left, edge.first).none?(edge.last) } &&
            reached(left + [other], one.first).include?(one.last)
        end

        def reached(runs, from)
          seen = [from]
          seen.each { |place| seen.concat(runs.select { |run| run.include?(place) }.flatten - seen) }
          seen
        end
      end
  end
end
