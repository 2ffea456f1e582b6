# frozen_string_literal: true

module Dielectra
  module Session
    # The combinations of positions in which the light has been watched since anything was last changed.
    class Proof
      attr_reader :job, :seen

      # @param watches [Watches]
      def initialize(job, situation, watches)
        @watches = watches
        @job = job
        @situation = situation
        looks =
          watches
            .looks
            .select { |_, _, arrangement| arrangement == situation.arrangement }
            .map { |positions, light, _| [toggles(positions), light] }
        @seen = looks.to_h
        @times = looks.map(&:first).tally
      end

      def combinations = @combinations ||= job.goal.combinations.map { |positions| toggles(positions) }

      # Combinations below which one of them is watched once more, so that no single look, which may be mistaken, makes
      # the proof
      FEW = 3
      private_constant :FEW

      # Combinations still to be watched: those never watched, or else those that contradict the rest and may have been
      # misread, or else one more than once where there are so few
      def missing = @missing ||= [unseen, odd, again].find(&:any?) || []

      # @return [Boolean] whether every combination was watched, and one is to be watched again
      def repeating? = missing.any? && unseen.empty?

      # @return [Boolean] whether the light has been seen to obey in every combination
      def complete?
        missing.empty?
      end

      # The next combination to watch: the least watched, then the nearest in toggles, then the one with the fewest
      # neighbors left, so that none is left behind alone
      def next_missing
        now = toggles(@situation.positions)
        left = missing
        left.min_by do |raised|
          thrown = raised.reject { |id, up| now[id] == up }.keys
          [
            @times.fetch(raised, 0),
            thrown.size,
            left.count { |other| differ_in_one?(raised, other) },
            thrown.include?(nearest) ? 0 : 1
          ]
        end
      end

      # Outlets that a look as things stand now did not tell of, for want of anything plugged in
      # @return [Array<String>] empty where nobody has looked yet
      def unread
        seen = @watches.shown(@situation) or return []
        job
          .goal
          .loads
          .select { |load| load.kind == "receptacle" && job.goal.light_of({ "loads" => seen }, load.id).nil? }
          .map(&:id)
      end

      # @return [Boolean] whether looking shows nothing, since every load is an outlet with nothing plugged in
      def blind? = blind.any? && (job.goal.loads.map(&:id) - blind).empty?

      # @return [Array<String>] those outlets
      def blind = @watches.blind

      # Minutes to watch what is left after a plan
      def minutes(plan, work_state)
        left = plan.nothing? ? missing.size : looks_needed
        return 0.0 if left.zero?

        first = work_state.at == job.panel.id ? 1.5 : 0.0
        first + (left * 0.2) + (job.goal.controls.size > 1 ? (left - 1) * 0.35 : 0.0)
      end

      private

      # Combinations never watched
      def unseen = combinations - seen.keys

      def looks_needed = combinations.size + (combinations.size < FEW ? 1 : 0)

      # The combination in which something is on, where all were watched and not often enough
      def again
        return [] unless unseen.empty? && @times.values_at(*combinations).sum < looks_needed

        combinations.max_by(1) { |raised| job.goal.states(seen[raised]).count("on") }
      end

      # Combinations in which the light was neither on nor off, or else those that most of their neighbors contradict
      def odd
        return [] unless unseen.empty?

        between = combinations.reject { |raised| job.goal.clear?(seen[raised]) }
        return between if between.any?

        wrong =
          combinations.to_h do |raised|
            [
              raised,
              raised.keys.count { |id| !job.goal.heeded?(id, seen[raised], seen[raised.merge(id => !raised[id])]) }
            ]
          end
        most = wrong.values.max
        most.to_i.zero? ? [] : wrong.select { |_, count| count == most }.keys
      end

      def differ_in_one?(raised, other) = raised.one? { |id, up| other[id] != up }

      def nearest = job.goal.controls.find { |control| control.place == @situation.at }&.id

      def toggles(positions)
        job.goal.controls.map(&:id).to_h { |id| [id, positions[id] && Trade::Position.raised?(positions[id])] }
      end
    end
  end
end
