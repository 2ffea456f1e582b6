# frozen_string_literal: true

module Dielectra
  module Session
    # What all proposals share: the situation, the belief, the permits, and what was asked
    # before.
    class Circumstances
      # Hypotheses that are weighed, and the share of all they have to make up.
      LEADING = 40
      SHARE = 0.998
      # How often one question is asked at most.
      MOST_ASKED = 3
      # How often one looks at the light in the same circumstances, which costs next to nothing.
      MOST_LOOKS = 2

      attr_reader :job,
                  :situation,
                  :belief,
                  :world,
                  :planner,
                  :soundness,
                  :costs,
                  :proof,
                  :permits,
                  :approach,
                  :visited,
                  :expected_cost,
                  :work_state,
                  :arrangement,
                  :toggles

      # @param visited [Array<Evidence::Arrangement>] ways of joining since anything was last observed
      def initialize(
        job:,
        situation:,
        belief:,
        planner:,
        soundness:,
        costs:,
        proof:,
        permits:,
        approach:,
        toggles:,
        visited: []
      )
        @job = job
        @situation = situation
        @belief = belief
        @world = belief.world
        @planner = planner
        @soundness = soundness
        @costs = costs
        @proof = proof
        @permits = permits
        @approach = approach
        @toggles = toggles
        @visited = visited
        @work_state = WorkState.of(situation)
        @expected_cost = ExpectedCost.new(belief.leading(share: SHARE, most: LEADING), situation, planner, costs, proof)
        @arrangement = @world.same(situation.arrangement)
        @asked = belief.observations.uniq { |seen| [seen.number, question(seen)] }.map { |seen| question(seen) }.tally
        @odd =
          belief.hypotheses.empty? ? [] : belief.discrepancies(belief.hypotheses.first).map { |seen| question(seen) }
        @probing_points = {}
      end

      def hypotheses = expected_cost.hypotheses

      def prediction = belief.prediction

      # A question is asked once. One whose answer the best explanation cannot explain is asked again; where the second
      # answer can be explained, a third one decides. Twice the same is confirmed.
      # @param what [Symbol] see Diagnosis::Observation
      # @return [Boolean]
      def asked?(what, at = nil, toggles = self.toggles)
        question = [what, at, arrangement, toggles]
        times = @asked.fetch(question, 0)
        odd = @odd.count(question)
        return times >= (what == :lamp ? MOST_LOOKS : 1) if odd.zero?

        times >= MOST_ASKED || (times > 1 && odd == times)
      end

      # @return [Boolean] whether a reading cannot be taken, or one was unsure of it
      def declined?(tool, points) = situation.declined?({ "do" => "probe", "tool" => tool, "at" => points })

      # @param there [WorkState] with the question asked
      # @param answers [Array<Hash{Object => Float}>] for each hypothesis how likely each answer is
      # @return [Action]
      def action(purpose, subject, there, answers, step)
        value = there.minutes + expected_cost.after(there, answers)
        Action.new(purpose:, subject:, minutes: there.minutes, value:, step:, answers:)
      end

      # @return [Array<Hash{Symbol => Float}>] for each hypothesis how likely each light is
      def lights(arrangement, toggles) =
        hypotheses.map { |hypothesis| prediction.lights_with(hypothesis, arrangement, toggles) }

      # @return [Diagnosis::Toggles] with one of them put up or down
      def put(control, raised) = Diagnosis::Toggles.now(world, situation, control.id => raised)

      # @return [Array<String>] open boxes that hands can get into
      def workable = situation.opened_boxes.reject { |place| situation.second_circuit?(place) }

      # The toggles as they stand, and with a local one thrown. Those of which nobody knows how they stand are thrown in
      # any case.
      # @return [Array<Array(Diagnosis::Toggles, Hash, Float)>] toggles, what is thrown first, and the minutes for that
      def turned(place)
        ids = job.controls_at(place).map(&:id)
        known, unknown = ids.partition { |id| situation.positions[id] }
        if unknown.any?
          up = unknown.to_h { |id| [id, true] }
          return [up, *unknown.map { |id| up.merge(id => false) }].map { |raised| thrown(raised) }
        end

        [[toggles, nil, 0.0], *known.map { |id| thrown({ id => !Trade::Position.raised?(situation.positions[id]) }) }]
      end

      # Points of the circuit in an open box, grounds that nothing is joined to left out.
      # @return [Array<String>]
      def probing_points(place)
        @probing_points[place] ||= begin
          joined = situation.joints(place).flatten
          others = (situation.cable_ends(place) - situation.own_cable_ends(place)).flat_map(&:points)
          situation.points(place).reject { |point| PointId.metal?(point) && !joined.include?(point) } - others
        end
      end

      private

      def question(seen)
        at = { lamp: nil, wiggle: seen.moved.first }.fetch(seen.what, seen.at)
        [seen.what, at, seen.arrangement, seen.toggles]
      end

      def thrown(raised) = [Diagnosis::Toggles.now(world, situation, raised), raised, costs["set"] * raised.size]
    end
  end
end
