# frozen_string_literal: true

module Dielectra
  module Presentation
    # The moves from one way of joining a box to another, conductor by conductor, in words
    module Moves
      # @param before [Array<Array<String>>]
      # @param after [Array<Array<String>>]
      # @return [Array<Hash>] `what`, `from`, `to`
      def self.between(before, after)
        Evidence::Arrangement
          .changed(before, after)
          .grep(PointId::CONDUCTOR)
          .sort
          .filter_map do |point|
            from = mates(before, point)
            to = mates(after, point)
            { "what" => Naming.point(point), "from" => from, "to" => to } unless from == to
          end
      end

      # What a point touches, the terminal first, because that is where hands go
      # @return [String]
      def self.mates(joints, point)
        joint = joints.find { |candidate| candidate.include?(point) }
        others = joint ? joint - [point] : []
        return "loose, capped" if others.empty?

        terminals = others.reject { |other| PointId.conductor?(other) || PointId.metal?(other) }
        return Naming.point(terminals.first) if terminals.one?
        return "tails to #{Naming.list(terminals.map { |one| Naming.point(one) })}" if terminals.any?

        "spliced with #{Naming.list(others.map { |other| Naming.point(other) })}"
      end
    end
  end
end
