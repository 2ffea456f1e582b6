# frozen_string_literal: true

module Dielectra
  module Session
    # Which pairs of points would beep under each hypothesis. Hypotheses under which the points hang together alike are one
    # pattern, and a question is worked out once for each pattern.
    class Beeps
      include Patterns

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param points [Array<String>] the points of a place, in pairs of which a question is asked
      # @param toggles [Diagnosis::Toggles]
      def initialize(hypotheses, prediction, arrangement, toggles, points)
        @slot = points.each_with_index.to_h
        @numbers = prediction.numbers(points)
        @names = {}
        sort_out(hypotheses) do |hypothesis|
          rows = toggles.states.map { |raised| row(*prediction.nets_and_lamps(hypothesis, arrangement, raised)) }
          [rows, Patterns.rounded(toggles.shares(hypothesis.starts)), (hypothesis.beeping if rows.any? { |row| lamps?(row) })]
        end
      end

      # @param pair [Array(String, String)]
      # @return [Array<Float>] for each pattern, how likely a beep is
      def yes(pair)
        here = @slot[pair[0]]
        there = @slot[pair[1]]
        patterns.map do |rows, shares, beeping|
          next sound(rows[0], here, there, beeping) if rows.size == 1

          sum = 0.0
          rows.each_with_index { |row, number| sum += sound(row, here, there, beeping) * shares[number] }
          sum
        end
      end

      private

      # How the points hang together in one state: a byte for each with the number of its net, named in the order in which they come
      # by, so that equal partitions are equal; and after these two for each pair of nets that a lamp lies between.
      def row(nets, lamps)
        @names.clear
        row = Patterns.row(@numbers) { |number| @names[nets[number]] ||= @names.size }
        lamps.each do |one, other|
          one = @names[one]
          other = @names[other]
          row << one << other if one && other
        end
        row
      end

      def lamps?(row) = row.bytesize > @numbers.size

      # How likely a beep is, where a cold lamp does so so often.
      def sound(row, here, there, beeping)
        near = row.getbyte(here)
        far = row.getbyte(there)
        return 1.0 if near == far

        at = @numbers.size
        while at < row.bytesize
          one = row.getbyte(at)
          other = row.getbyte(at + 1)
          return beeping if (near == one && far == other) || (near == other && far == one)

          at += 2
        end
        0.0
      end
    end
  end
end
