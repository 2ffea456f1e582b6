# frozen_string_literal: true

module Dielectra
  module Repair
    # The smallest rewire over the existing cables, by branch and bound. Runs are assigned depth first. A box is priced
    # once all its runs are assigned. Branches that cannot beat the best are cut. Its spec compares it with exhaustive
    # search.
    class RewireSearch
      # Assignments tried, and boxes priced, before the best so far is accepted
      Patience = Struct.new(:tried, :priced)
      THOROUGH = Patience.new(600, 1_500).freeze
      # Where many designs are compared
      BRIEF = Patience.new(150, 300).freeze
      # Boxes priced in one situation, over all hypotheses. Beyond that a search gets the BRIEF budget and stops at the
      # first layout with a solution.
      PLENTY = 6_000
      # Choices of a run that count as one more assignment tried: a run of six conductors has 720
      A_TRY = 24

      # State of a search: runs from the leaves inward, what each may carry, boxes decided at each depth, lower bounds
      # of the remaining cost, the best result so far, and what the search has taken. `off_color` is for each run what
      # the colors of its choices cost, as far as that was asked for.
      Search =
        Struct.new(
          :hypothesis,
          :situation,
          :layout,
          :runs,
          :choices,
          :boxes,
          :works,
          :costs,
          :off_color,
          :least,
          :ahead,
          :best,
          :tried,
          :priced,
          :patience,
          keyword_init: true
        ) do
          # What the conductors of all runs carry.
          # @param picks [Array<Integer>] for each run the number of its choice
          # @return [Hash{String => String, nil}]
          def functions(picks)
            runs
              .each_with_index
              .with_object({}) do |(run, depth), all|
                way = choices[depth][picks[depth]]
                run.strands.each_with_index { |strand, slot| strand.points.each { |point| all[point] = way[slot] } }
              end
          end

          # Whether no completion of a partial assignment can beat the best
          def hopeless?(cost, depth) = best && cost + ahead[depth] >= best.first

          # Whether the budget is used up and there is a result
          def over? = (tried > patience.tried || priced > patience.priced) && best

          # What the conductors of a box carry.
          def carried((_, slots, _), picks) = slots.map { |depth, slot| choices[depth][picks[depth]][slot] }

          # Key of the picks that concern a box
          def code((_, _, depths), picks) = depths.reduce(0) { |code, depth| (code * 1000) + picks[depth] }
        end

      # @param job [Evidence::Job]
      # @param work [BoxWork]
      # @param patience [Patience]
      def initialize(job, work, patience: THOROUGH)
        @patience = patience
        @spent = 0
        @work = work
        @choices = ConductorChoices.new
        @colors = ConductorColors.new(job.region)
        @orders = {}.compare_by_identity
        @boxes = {}.compare_by_identity
      end

      # Starts a new budget, for a new situation.
      def renew_budget = @spent = 0

      # @return [Array(Hash, Hash, Hash), nil] functions by point, targets by place, replacements by device
      # @param hypothesis [Diagnosis::Hypothesis]
      # @param situation [Evidence::Situation]
      # @param useless [Array<Array<String>>] sets of conductors that must not all be used
      def best(hypothesis, situation, useless) = priced(hypothesis, situation, useless)&.drop(1)

      # @param below [Float, nil] minutes that it has to stay below
      # @return [Array(Float, Hash, Hash, Hash), nil] the same after its minutes
      def priced(hypothesis, situation, useless, below: nil)
        best = below && [below]
        held = tied(hypothesis, situation) | useless.flatten
        orders(hypothesis.skeleton).each do |layout, runs|
          choices = runs.zip(@choices.of_all(layout, runs, useless)).map { |run, ways| distinct(run, ways, held) }
          next if choices.any?(&:empty?)

          best = search(hypothesis, situation, layout, runs, choices, best)
          break if best && @spent > PLENTY
        end
        best if best && best.size > 1
      end

      private

      # Every conductor that touches something
      def tied(hypothesis, situation) =
        hypothesis.boxes.keys.flat_map { |place| hypothesis.joints(place, situation.arrangement).flatten }.to_set

      # Conductors of a run that touch nothing at either end can stand for each other: of the ways that differ in no
      # other one, that with the best colors is enough.
      def distinct(run, ways, held)
        fixed, loose = run.strands.each_index.partition { |slot| run.strands[slot].points.any? { held.include?(_1) } }
        return ways if loose.size < 2

        ways
          .group_by { |way| [way.values_at(*fixed), way.values_at(*loose).map(&:to_s).sort] }
          .map { |_, alike| alike.min_by { |way| @colors.rank(run, way) } }
      end

      # Layouts over the cables as they lie, the one they were meant for first, each with its runs from the leaves
      # inward.
      def orders(skeleton)
        @orders[skeleton] ||= begin
          meant = skeleton.layout
          runs = meant.inward_edges.map { |edge| skeleton.runs.find { |run| run.places.equal?(edge) } }
          meant.alternatives.map { |layout| [layout, runs] }
        end
      end

      # Boxes decided with each run, each with the depth and slot of its conductors and the depths of its runs
      # @return [Array<Array<Array(String, Array<Array(Integer, Integer)>, Array<Integer>)>>]
      def boxes(hypothesis, runs)
        by_skeleton = (@boxes[hypothesis.skeleton] ||= {}.compare_by_identity)
        by_skeleton[runs] ||= begin
          slots = {}
          last = {}
          runs.each_with_index do |run, depth|
            run.places.each { |place| last[place] = depth }
            run.strands.each_with_index { |strand, slot| strand.points.each { |point| slots[point] = [depth, slot] } }
          end
          places = hypothesis.boxes.keys.select { |place| last.key?(place) }
          runs.each_index.map do |depth|
            places
              .select { |place| last[place] == depth }
              .map do |place|
                mine = hypothesis.skeleton.points_at(place).map { |point| slots.fetch(point) }
                [place, mine, mine.map(&:first).uniq]
              end
          end
        end
      end

      # The work in each box under a layout
      def works(hypothesis, situation, layout) =
        hypothesis.boxes.keys.to_h { |place| [place, @work.in_box(hypothesis, situation, layout, place)] }

      # Depth first over the runs. A box that is all apart costs the same for every assignment.
      def search(hypothesis, situation, layout, runs, choices, best)
        search =
          Search.new(
            hypothesis:,
            situation:,
            layout:,
            runs:,
            choices:,
            boxes: boxes(hypothesis, runs),
            works: works(hypothesis, situation, layout),
            costs: {
            },
            off_color: Array.new(runs.size) { [] },
            least: {
            },
            best:,
            tried: 0,
            priced: 0,
            patience: @spent > PLENTY ? BRIEF : @patience
          )
        search.ahead = bounds(search)
        descend(search, 0.0, [])
        @spent += search.priced
        search.best
      end

      # Assigns the next run, cheapest choice first and the designed one first among equals. The lower bound is known at
      # once. The exact cost is computed in turn.
      def descend(search, cost, picks)
        search.tried += 1
        depth = picks.size
        return settle(search, cost, picks) if depth == search.runs.size

        search.tried += search.choices[depth].size / A_TRY

        waiting = ranked(search.choices[depth].size) { |number| cost + least(search, depth, picks + [number]) }
        while (bound, number, known = waiting.shift)
          return if search.over? || search.hopeless?(bound, depth + 1)

          price = known ? bound : cost + price(search, depth, picks + [number])
          next if price.infinite?
          if known || waiting.empty? || ([price, number] <=> waiting.first.first(2)).negative?
            next descend(search, price, picks + [number])
          end

          at = waiting.bsearch_index { |row| ([price, number] <=> row.first(2)).negative? } || waiting.size
          waiting.insert(at, [price, number, true])
        end
      end

      # Numbers of choices with their bounds, the least first and in order among equals. Few bounds differ.
      def ranked(size)
        rows = Array.new(size) { |number| [yield(number), number, false] }
        rows.group_by(&:first).sort_by(&:first).flat_map(&:last)
      end

      # All runs are assigned: keeps the result if it is better.
      def settle(search, cost, picks)
        return if search.hopeless?(cost, picks.size)

        functions = search.functions(picks)
        works = search.works.values
        targets = works.to_h { |work| [work.place, work.target(work.carried(functions))] }
        search.best = [cost, functions, targets, works.map(&:replacements).reduce({}, :merge)]
      end

      def price(search, depth, picks)
        off_color(search, depth, picks[depth]) + search.boxes[depth].sum { |box| cost_of(search, box, picks) }
      end

      # Lower bound of the cost
      def least(search, depth, picks)
        off_color(search, depth, picks[depth]) + search.boxes[depth].sum { |box| least_of(search, box, picks) }
      end

      # What the colors cost under one choice of a run
      def off_color(search, depth, number) =
        search.off_color[depth][number] ||= @colors.cost(search.runs[depth], search.choices[depth][number])

      def least_of(search, box, picks) =
        (search.least[box.first] ||= {})[search.code(box, picks)] ||= search.works[box.first].least(
          search.carried(box, picks)
        )

      # What a box costs, the runs being picked so far.
      def cost_of(search, box, picks)
        (search.costs[box.first] ||= {})[search.code(box, picks)] ||= begin
          search.priced += 1
          search.works[box.first].cost(search.carried(box, picks))
        end
      end

      # Least cost of the boxes not yet priced, by depth.
      def bounds(search)
        some = search.functions(Array.new(search.runs.size, 0))
        least =
          search.boxes.map do |places|
            places.sum do |place, _|
              work = search.works[place]
              work.apart? ? work.cost(work.carried(some)) : 0.0
            end
          end
        (0..search.runs.size).map { |depth| least.drop(depth).sum - 1e-9 }
      end
    end
  end
end
