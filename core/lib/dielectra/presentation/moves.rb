# frozen_string_literal: true

module Dielectra
  module Presentation
    # What has to be moved from one way of joining a box to another, conductor by conductor, in words.
    module Moves
      # @param before [Array<Array<String>>]
      # @param after [Array<Array<String>>]
      # @return [Array<Hash>] `what`, `from`, `to`
      def self.between(before, after)
        Evidence::Arrangement
          .changed(before, after)
          .grep(%r{/})
          .sort
          .filter_map do |point|
            from = mates(before, point)
            to = mates(after, point)
            { "what" => Instruction.wire(point), "from" => from, "to" => to } unless from == to
          end
      end

      # What a point touches; the terminal first, for that is where hands go.
      # @return [String]
      def self.mates(joints, point)
        joint = joints.find { |candidate| candidate.include?(point) }
        others = joint ? joint - [point] : []
        return "loose, capped" if others.empty?

        terminal = others.find { |other| !other.include?("/") && !other.end_with?(".box", ".ground") }
        if terminal
          Instruction.wire(terminal)
        else
          "spliced with #{Instruction.list(others.map { |other| Instruction.wire(other) })}"
        end
      end
    end
  end
end
