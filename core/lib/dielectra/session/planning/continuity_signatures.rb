# frozen_string_literal: true

module Dielectra
  module Session
    # What a tester would say between pairs of points under each hypothesis, with the power off. An ohmmeter is used
    # where a load may lie between the points, because it tells copper from the load.
    class ContinuitySignatures
      include Signatures

      # @param hypotheses [Array<Diagnosis::Hypothesis>]
      # @param toggles [Diagnosis::Toggles]
      # @param pairs [Array<Array(String, String)>] of which a question is asked
      # @param tools [Array<String>] those at hand, of continuity and resistance
      # @param stirred [Array<String>] what is thrown or moved before
      def initialize(
        hypotheses,
        prediction,
        arrangement,
        toggles,
        pairs,
        tools: %w[continuity],
        stirred: prediction.stirred
      )
        @prediction = prediction
        @arrangement = arrangement
        @pairs = pairs.map { |pair| prediction.numbers(pair) }
        @tools = @pairs.map { |pair| tool(pair, hypotheses, tools) }
        sort_out(hypotheses, pairs) do |hypothesis|
          shares = prediction.shares(hypothesis, toggles)
          ways = hypothesis.ways_with(toggles, stirred)
          @pairs.each_with_index.map { |pair, number| chance(hypothesis, pair, @tools[number], shares, ways) }
        end
      end

      # @return [String] the tool that tells most between two points
      def tool_for(pair) = @tools[@numbers.fetch(pair)]

      private

      def tool(pair, hypotheses, tools)
        return tools.first if tools.one?

        if hypotheses.any? { |hypothesis| @prediction.path_of(hypothesis, @arrangement, *pair).loaded? }
          "resistance"
        else
          "continuity"
        end
      end

      def chance(hypothesis, pair, tool, shares, ways)
        return @prediction.beep(hypothesis, @arrangement, *pair, shares, ways) if tool == "continuity"

        ways.sum { |way, share| share * shares.of(@prediction.path_of(way, @arrangement, *pair).sure) }
      end
    end
  end
end
