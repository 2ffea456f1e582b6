# frozen_string_literal: true

module Dielectra
  module Diagnosis
    # Picks one choice for each of several slots so that what the choices cost by themselves and in pairs is least.
    # Depth-first branch and bound: a slot not yet filled costs at least its cheapest choice beside those already
    # picked, and two of them at least the cheapest pair of their choices.
    class PairwiseSearch
      # What each pair of choices of two slots costs, and the least of it
      class Table
        # @return [Array<Array<Integer>>] for each choice of the one slot its costs with each choice of the other
        attr_reader :rows
        # @return [Integer]
        attr_reader :least

        def initialize(rows)
          @rows = rows
          @least = rows.map(&:min).min || 0
        end
      end

      # Choices tried before the search ends with the best it has
      MOST_TRIED = 40_000

      # @param own [Array<Array<Integer>>] for each slot what each of its choices costs
      # @param cross [Array<Array<Table>>] for each slot the tables with the later ones
      # @param tried [Integer] choices tried at most
      def initialize(own, cross, tried: MOST_TRIED)
        @most_tried = tried
        @total = own.map(&:size).reduce(1, :*)
        @cross = cross
        later = @total
        @own =
          own.map do |costs|
            later /= costs.size
            costs.each_with_index.map { |cost, choice| (cost * @total) + (choice * later) }
          end
        @least_later = [*cross.map { |tables| tables.sum(&:least) * @total }, 0]
        cross.each_index.reverse_each { |slot| @least_later[slot] += @least_later[slot + 1] }
      end

      # @param most [Integer] combinations wanted
      # @return [Array<Array<Integer>>] the cheapest combinations by number, the cheapest first; of equals those that
      #   come first when all are gone through in order
      def cheapest(most)
        return [] if @total.zero?

        @most = most
        @kept = []
        @tried = 0
        @worst = Float::INFINITY
        descend(0, 0, @own, [])
        @kept.map(&:last)
      end

      private

      # Fills one slot after the other. The loops are the inmost of the listing.
      # @param cost [Integer] of what was picked
      # @param rows [Array<Array<Integer>>] for this slot and each later one what each choice costs beside what was
      #   picked
      def descend(slot, cost, rows, picked)
        row, *rest = rows
        return keep(cost, picked) unless row

        row
          .each_index
          .sort_by { |choice| row[choice] }
          .each do |choice|
            now = cost + row[choice]
            break if now >= @worst || @tried >= @most_tried

            @tried += 1
            beside = beside(slot, choice, rest)
            least = now + beside.sum(&:min) + @least_later[slot + 1]
            descend(slot + 1, now, beside, picked + [choice]) if least < @worst
          end
      end

      # What the choices of later slots cost once this one is made
      def beside(slot, choice, rest)
        tables = @cross[slot]
        rest.each_with_index.map do |row, index|
          pairs = tables[index].rows[choice]
          sums = Array.new(row.size)
          at = 0
          while at < row.size
            sums[at] = row[at] + (pairs[at] * @total)
            at += 1
          end
          sums
        end
      end

      def keep(cost, picked)
        at = @kept.bsearch_index { |kept, _| kept > cost } || @kept.size
        @kept.insert(at, [cost, picked])
        @kept.pop if @kept.size > @most
        @worst = @kept.last.first if @kept.size == @most
      end
    end
  end
end
