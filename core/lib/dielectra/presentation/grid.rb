# frozen_string_literal: true

module Dielectra
  module Presentation
    # The grid of positions: what the light was seen to do in each combination, as found and since the last change.
    class Grid
      def initialize(session)
        @session = session
        @job = session.job
      end

      # @return [Array<Hash>] for each combination `positions`, `current`, and `found` and `now`: on, off or dim for
      #   each group of loads, or nil where nobody looked. `turn` is its number in the order with the least walking, nil
      #   where nothing is left to be seen.
      def to_a
        proof = @session.proof.seen
        walked.map do |positions|
          raised = positions.transform_values { |at| Trade::Position.raised?(at) }
          {
            "positions" => positions,
            "found" => lights(found[raised]),
            "now" => changed? ? lights(proof[raised]) : nil,
            "current" => current == raised,
            "turn" => turns[raised]
          }
        end
      end

      # The groups of loads, each with the positions of its own switches and what it was seen to do in them before
      # anything was changed. A job with one group has its grid instead.
      # @return [Array<Hash>] `name`, `loads`, and `rows` with `positions` and `found`
      def groups
        goal = @job.goal
        goal
          .groups
          .zip(Naming.groups(goal))
          .map do |group, name|
            rows = goal.groups.one? ? [] : Goals::Goal.combinations(group.controls)
            {
              "name" => name,
              "loads" => group.load_ids,
              "rows" => rows.map { |positions| { "positions" => positions, "found" => told(group, positions) } }
            }
          end
      end

      private

      # The last word on a group with its own switches standing so
      def told(group, positions)
        raised = positions.transform_values { |at| Trade::Position.raised?(at) }
        looks
          .select { |at, _| at.slice(*raised.keys) == raised }
          .filter_map { |_, answer| @job.goal.group_light(answer, group) }
          .last
      end

      def lights(light) = light && @job.goal.states(light)

      # The combinations that were not seen yet, each the one with the fewest toggles to throw from the one before.
      def turns
        @turns ||=
          begin
            seen = changed? ? @session.proof.seen : found
            left = @session.proof.combinations - seen.keys
            at = current
            numbers = {}
            until left.empty?
              at = left.min_by { |raised| [raised.count { |id, up| at[id] != up }, left.index(raised)] }
              numbers[at] = numbers.size + 1
              left.delete(at)
            end
            numbers
          end
      end

      # Every combination, each with one toggle thrown from the one before
      def walked
        @job
          .goal
          .combinations
          .drop(1)
          .each_with_object([@job.goal.combinations.first]) do |_, order|
            left = @job.goal.combinations - order
            order << left.min_by { |one| [one.count { |id, at| order.last[id] != at }, left.index(one)] }
          end
      end

      # Whether anything has been rewired or replaced.
      def changed? = @session.situation.arrangement != Evidence::Arrangement.as_found

      def current = known(@session.situation.positions)

      def known(positions)
        @job.goal.controls.map(&:id).to_h { |id| [id, positions[id] && Trade::Position.raised?(positions[id])] }
      end

      # What was reported or watched before anything was changed; the last word counts
      def found
        @found ||=
          looks.each_with_object({}) do |(raised, answer), seen|
            light = @job.goal.light(answer)
            seen[raised] = light if light
          end
      end

      # How the toggles stood, and the answer, of every report and look before anything was changed
      def looks
        @looks ||=
          @session
            .log
            .select { |entry| entry.before.arrangement == Evidence::Arrangement.as_found && entry.answer["loads"] }
            .reject { |entry| entry.answer["breakers"]&.values&.any? { |at| at != "on" } }
            .map { |entry| [known(entry.kind == "report" ? entry["positions"] : entry.before.positions), entry.answer] }
      end
    end
  end
end
