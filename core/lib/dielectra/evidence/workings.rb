# frozen_string_literal: true

module Dielectra
  module Evidence
    # Evidence on which toggle works which load: two looks with a single toggle thrown in between, and a single load
    # that changed. A fold over steps; immutable.
    class Workings
      ON = BreakerLog::ON

      # @return [Hash{String => String}] toggle => load that it was seen to work
      attr_reader :seen
      # @return [Hash{String => Integer}] toggle => times it was thrown between two looks
      attr_reader :tried

      # @return [Workings] before the first step
      def self.start = @start ||= new

      # @param last [Array(Hash, Hash), nil] how the toggles stood at the last look, and which loads were on
      def initialize(last: nil, seen: {}, tried: {})
        @last = last.freeze
        @seen = seen.freeze
        @tried = tried.freeze
        freeze
      end

      # @param step [Steps::Kind] that was done
      # @param situation [Situation] before it
      # @return [Workings]
      def after(step, situation)
        case step.class.label
        when "watch"
          looked(Workings.raised(situation.positions), step.answer["loads"])
        when "set"
          self
        when "breaker", "find_breaker"
          forgotten
        else
          step.disturbs? ? forgotten : self
        end
      end

      # @param positions [Hash{String => String}]
      # @return [Boolean] whether the last look was with the toggles so
      def watched?(positions) = !@last.nil? && @last[0] == Workings.raised(positions)

      # @return [Hash{String => Boolean}] toggle => up
      def self.raised(positions) = positions.transform_values { |at| Trade::Position.raised?(at) }

      private

      # The same with the last look dropped
      def forgotten = @last ? Workings.new(seen:, tried:) : self

      def looked(positions, loads)
        return Workings.new(seen:, tried:) if loads.nil? || loads.empty?

        shown = loads.transform_values { |light| ON.include?(light) }
        thrown = thrown(positions)
        changed = thrown ? shown.keys.select { |load| @last[1].key?(load) && @last[1][load] != shown[load] } : []
        Workings.new(
          last: [positions, shown],
          seen: thrown && changed.one? ? seen.merge(thrown => changed.first) : seen,
          tried: thrown ? tried.merge(thrown => tried.fetch(thrown, 0) + 1) : tried
        )
      end

      # The one toggle that stands otherwise than at the last look
      def thrown(positions)
        return unless @last && @last[0].keys.sort == positions.keys.sort

        moved = positions.keys.reject { |id| @last[0][id] == positions[id] }
        moved.first if moved.one?
      end
    end
  end
end
