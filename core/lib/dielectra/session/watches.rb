# frozen_string_literal: true

module Dielectra
  module Session
    # The looks at the light, in order. A toggle whose position nobody knew stood the other way before a throw of it
    # alone changed the light. Immutable.
    class Watches
      # @param looks [Array<Array(Hash, String, Evidence::Arrangement)>] positions, light, arrangement of every look
      def initialize(looks = [])
        @looks = looks.freeze
        freeze
      end

      # @return [Array<Array(Hash, String, Evidence::Arrangement)>] positions, light, arrangement
      def to_a = @looks

      # @param positions [Hash{String => String}] toggle => position, of those that are known
      # @param light [String] what the loads showed
      # @param goal [Goals::Goal]
      # @return [Watches] with one look more
      def with(positions, light, arrangement, goal)
        moved = moved(positions, light, arrangement, goal)
        before = moved ? { moved => Trade::Position.flipped(positions[moved]) } : {}
        Watches.new(@looks.map { |seen, *rest| [before.merge(seen), *rest] } + [[positions, light, arrangement]])
      end

      private

      # The toggle of unknown position that changed the light since the last look
      def moved(positions, light, arrangement, goal)
        seen, shown, joined = @looks.last
        return unless seen && joined == arrangement && shown != light && [shown, light].all? { |one| goal.clear?(one) }

        thrown = positions.keys.reject { |id| seen[id] == positions[id] }
        thrown.first if thrown.one? && !seen.key?(thrown.first)
      end
    end
  end
end
