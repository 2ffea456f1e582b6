# frozen_string_literal: true

module Dielectra
  module Session
    # How the loads behaved at each look, and at readings at outlets, in order. Immutable.
    #
    # If throwing one toggle changed the light, and its position before was unknown, it stood the other way.
    class Watches
      # @return [Array<Array(Hash, String, Evidence::Arrangement)>] positions, light and arrangement of each look
      attr_reader :looks
      # @return [Array<String>] outlets that the last look said nothing of
      attr_reader :blind

      # @param looks [Array<Array(Hash, String, Evidence::Arrangement)>]
      # @param shown [Hash{Array(Hash, Evidence::Arrangement) => Hash}] positions and arrangement => load => light, as
      #   far as looks and readings have said
      # @param blind [Array<String>]
      def initialize(looks = [], shown = {}, blind = [])
        @looks = looks.freeze
        @shown = shown.freeze
        @blind = blind.freeze
        freeze
      end

      # @param situation [Evidence::Situation]
      # @return [Hash{String => String}, nil] load => light, as far as it was seen as things stand; nil where nobody
      #   looked
      def shown(situation) = @shown[[situation.positions, situation.arrangement]]

      # @param entry [Evidence::Log::Entry] a look, or a reading at an outlet; others change nothing
      # @param job [Evidence::Job]
      # @return [Watches]
      def after(entry, job)
        loads = Evidence::Sockets.shown(entry.fields, job)
        now = entry.before
        return self if loads.nil? || entry.tripped? || now.power == "off"

        blind = entry.kind == "watch" ? Evidence::Sockets.blind(entry.fields, job) : @blind
        all = @shown.merge([now.positions, now.arrangement] => { **shown(now) || {}, **loads })
        light = job.goal.light("loads" => all[[now.positions, now.arrangement]])
        Watches.new(light ? looked(now.positions, light, now.arrangement, job.goal) : looks, all, blind)
      end

      # @param positions [Hash{String => String}] toggle => position, of those that are known
      # @param light [String] what the loads showed
      # @param goal [Goals::Goal]
      # @return [Watches] with one look more
      def with(positions, light, arrangement, goal) =
        Watches.new(looked(positions, light, arrangement, goal), @shown, @blind)

      private

      def looked(positions, light, arrangement, goal)
        moved = moved(positions, light, arrangement, goal)
        before = moved ? { moved => Trade::Position.flipped(positions[moved]) } : {}
        looks.map { |seen, *rest| [before.merge(seen), *rest] } + [[positions, light, arrangement]]
      end

      # The toggle of unknown position that changed the light since the last look
      def moved(positions, light, arrangement, goal)
        seen, shown, joined = looks.last
        return unless seen && joined == arrangement && shown != light && [shown, light].all? { |one| goal.clear?(one) }

        thrown = positions.keys.reject { |id| seen[id] == positions[id] }
        thrown.first if thrown.one? && !seen.key?(thrown.first)
      end
    end
  end
end
