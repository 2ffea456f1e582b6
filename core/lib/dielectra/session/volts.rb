# frozen_string_literal: true

module Dielectra
  module Session
    # Between which points a voltmeter would show the supply under each hypothesis, and which points are live; worked out once
    # for hypotheses that put the points at the same potentials.
    class Volts
      include Patterns

      # What stands for each potential in a row.
      LETTERS = {line: "l".ord, neutral: "n".ord, floating: "f".ord}.freeze

      # @param toggles [Diagnosis::Toggles]
      def initialize(hypotheses, prediction, arrangement, toggles, points)
        @slot = points.each_with_index.to_h
        sort_out(hypotheses) do |hypothesis|
          [toggles.states.map { |raised| Patterns.row(points) { |point| LETTERS.fetch(prediction.potential(hypothesis, arrangement, raised, point)) } },
           Patterns.rounded(toggles.shares(hypothesis.starts))]
        end
      end

      # @param question [Array<String>] two points, or the one that is asked whether it is live
      # @return [Array<Float>] for each pattern, how likely the full supply is
      def yes(question)
        here = @slot[question[0]]
        there = question[1] && @slot[question[1]]
        patterns.map do |rows, shares|
          sum = 0.0
          rows.each_with_index { |row, number| sum += shares[number] if full?(row.getbyte(here), there ? row.getbyte(there) : LETTERS[:neutral]) }
          sum
        end
      end

      private

      def full?(one, other) = one != other && one != LETTERS[:floating] && other != LETTERS[:floating]
    end
  end
end
