# frozen_string_literal: true

module Dielectra
  module Practice
    # Least expected minutes over all ways to proceed, found by exhaustive search, where the boxes are open and one of a
    # few hypotheses is true. It tries every dead reading in every order and every repair first. It is the yardstick for
    # the choice of steps in small cases.
    class Optimum
      # Hypotheses up to which a case is small, switches, and the share of the belief that is picked from.
      SMALL = 5
      CONTROLS = 2
      SHARE = 0.9999

      # @param session [Session::Troubleshooting]
      # @return [Optimum, nil] the case of the likeliest hypotheses that call for different repairs, all of which can be
      #   carried out from where one stands; nil where there is none
      def self.small(session)
        situation = session.situation
        return if situation.found_off? || session.belief.world.intermittent?
        unless situation.power == "off" && situation.opened.any? &&
                 situation.opened.keys.all? { |place| situation.proved_dead?(place) }
          return
        end
        unless session.job.controls.size <= CONTROLS &&
                 session.job.controls.all? { |control| situation.positions[control.id] }
          return
        end

        able =
          session
            .belief
            .leading(share: SHARE, most: 60)
            .select { |hypothesis| session.planner.plan(hypothesis, situation).ready? }
        some =
          able
            .uniq { |hypothesis| [session.planner.plan(hypothesis, situation).key, hypothesis.deviations.map(&:kind)] }
            .first(SMALL)
        new(session, some) if some.map { |hypothesis| session.planner.plan(hypothesis, situation).key }.uniq.size > 1
      end

      # @param session [Session::Troubleshooting] with the power off, every opened box proved dead and the toggles known
      # @param hypotheses [Array<Diagnosis::Hypothesis>] with the weights they have there
      def initialize(session, hypotheses)
        @session = session
        @costs = session.costs
        @job = session.job
        @prediction = session.belief.prediction
        @world = session.belief.world
        @planner = session.planner
        @hypotheses = hypotheses
        total = hypotheses.sum(&:weight)
        @weights = hypotheses.map { |hypothesis| hypothesis.weight / total }
        @memo = {}
      end

      # @return [Float] expected minutes of the best way; infinite where dead readings and repairs from here do not
      #   settle it
      def minutes = value(@hypotheses.each_index.to_a, @session.situation)

      # @return [Float, nil] expected minutes of the session's way, up to the end of the proof; nil where it goes
      #   another way than from here
      def minutes_of_session
        all = @hypotheses.map { |truth| played(truth) }
        all.zip(@weights).sum { |minutes, weight| minutes * weight } if all.all?
      end

      # @param truth [Diagnosis::Hypothesis]
      # @param step [Hash]
      # @return [Hash, nil] the answer if a hypothesis were true; nil where it does not say
      def answer(truth, step, situation) = Oracle.new(truth, situation, @session.belief).answer(step)

      private

      def share(numbers) = @weights.values_at(*numbers).sum

      # Expected minutes, of the weight of the hypotheses that are left.
      def value(left, situation)
        @memo[
          [left, situation.arrangement, situation.positions, situation.at, situation.power, situation.dead.keys]
        ] ||= (trials(left, situation) + readings(left, situation)).min || Float::INFINITY
      end

      # Each repair, carried out and proved until the proof fails
      def trials(left, situation)
        plans = left.map { |number| @planner.plan(@hypotheses[number], situation) }.uniq(&:key)
        plans
          .select { |plan| plan.ready? || plan.nothing? }
          .filter_map do |plan|
            cost, there = taken(work(plan, situation), situation)
            there, cost = energized(there, cost)
            groups = left.group_by { |number| shown(@hypotheses[number], there) }
            next if groups.size == 1 && groups.keys.first.last != :obeys

            (cost * share(left)) + groups.sum { |lights, some| followed(lights, some, there) }
          end
      end

      # The proof up to its failure, and what follows
      def followed(lights, some, there)
        cost, there = taken(looks(there).first((lights.size * 2) - 1), there)
        (cost * share(some)) + (lights.last == :obeys ? 0.0 : value(some, there))
      end

      # Alternately a look at the light and a throw of a switch, through every combination.
      def looks(situation)
        ids = @job.goal.controls.map(&:id)
        now = Diagnosis::Toggles.now(@world, situation).positions
        throws =
          (1...(2**ids.size)).map do |number|
            id = ids[(number & -number).bit_length - 1]
            now = now.merge(id => !now[id])
            { "do" => "set", "device" => id, "to" => now[id] ? "up" : "down" }
          end
        [{ "do" => "watch" }, *throws.flat_map { |throw| [throw, { "do" => "watch" }] }]
      end

      # Lights of the proof under a hypothesis, up to the first that contradicts the one before
      def shown(hypothesis, situation)
        seen = []
        there = situation
        looks(situation).each do |step|
          there = after(step, there)
          next unless step["do"] == "watch"

          seen << @prediction.lights(hypothesis, @world.same(there.arrangement), toggles(hypothesis, there))
          return seen if (seen.size > 1 && seen[-1] == seen[-2]) || !%i[on off].include?(seen.last)
        end
        seen + [:obeys]
      end

      # Each informative reading, and what follows either answer
      def readings(left, situation)
        return [] if left.size < 2

        situation.opened.keys.flat_map do |place|
          cost, there = hands(place, situation)
          turned(place, there).flat_map { |steps| pairs(place, left, cost, *taken(steps, there)) }
        end
      end

      def pairs(place, left, entry, turning, situation)
        oracles = left.to_h { |number| [number, Oracle.new(@hypotheses[number], situation, @session.belief)] }
        points = situation.points(place).reject { |point| PointId.metal?(point) }
        parts = points.combination(2).map { |pair| left.partition { |number| oracles[number].joined(*pair) } }
        parts
          .reject { |part| part.any?(&:empty?) }
          .uniq(&:sort)
          .map do |part|
            ((entry + turning + @costs["probe"]) * share(left)) + part.sum { |some| value(some, situation) }
          end
      end

      def turned(place, situation)
        local = @job.goal.controls.find { |control| control.place == place }
        if local
          [
            [],
            [
              {
                "do" => "set",
                "device" => local.id,
                "to" => Trade::Position.raised?(situation.positions[local.id]) ? "down" : "up"
              }
            ]
          ]
        else
          [[]]
        end
      end

      # With the hands in a place, the power off.
      def hands(place, situation)
        steps = []
        steps << { "do" => "breaker", "device" => @job.breakers.first, "to" => "off" } unless situation.power == "off"
        unless situation.power == "off" && situation.proved_dead?(place)
          steps << { "do" => "prove_dead", "place" => place }
        end
        taken(steps, situation)
      end

      def energized(situation, cost)
        return situation, cost if situation.power == "on"

        more, there = taken([{ "do" => "breaker", "device" => @job.breakers.first, "to" => "on" }], situation)
        [there, cost + more]
      end

      # The steps of a plan.
      def work(plan, situation)
        plan.places.flat_map do |place|
          steps = situation.power == "off" && situation.proved_dead?(place) ? [] : entry(place, situation)
          plan
            .replacements_at(place)
            .each { |device, kind| steps << { "do" => "replace", "device" => device, "kind" => kind } }
          joints = plan.joints[place] || situation.joints(place)
          if plan.remakes[place]
            steps << {
              "do" => "arrange",
              "place" => place,
              "joints" => joints.map { |joint| joint - plan.remakes[place] }.select { |joint| joint.size > 1 }
            }
          end
          if plan.joints[place] || plan.remakes[place]
            steps << { "do" => "arrange", "place" => place, "joints" => joints }
          end
          steps + plan.tapes_at(place).map { |point, tape| { "do" => "mark", "point" => point, "tape" => tape } }
        end
      end

      def entry(place, situation)
        off = situation.power == "off" ? [] : [{ "do" => "breaker", "device" => @job.breakers.first, "to" => "off" }]
        off + [{ "do" => "prove_dead", "place" => place }]
      end

      # @return [Array(Float, Evidence::Situation)] minutes of some steps, and where one stands after
      def taken(steps, situation)
        steps.reduce([0.0, situation]) { |(cost, now), step| [cost + @costs.of(step, now), after(step, now)] }
      end

      def after(step, situation)
        answer = {
          "watch" => {
            "breakers" => {
              @job.breakers.first => "on"
            }
          },
          "prove_dead" => {
            "live" => []
          }
        }.fetch(step["do"], { "ok" => true })
        situation.after(step.merge("answer" => answer), 0)
      end

      # How the contacts most likely stand under a hypothesis.
      def toggles(truth, situation) = Diagnosis::Toggles.now(@world, situation).likeliest(truth.odds)

      # Minutes until the session has proved it, one hypothesis being true; nil where it opens another box first, or
      # gives up.
      def played(truth)
        session = @session.supposing(@hypotheses)
        start = session.minutes
        until session.situation.power == "on" && session.proof.complete?
          return if session.next.is_a?(Session::Conclusion)

          step = session.next.to_h
          answer = answer(truth, step, session.situation) or return
          session.record(step.merge("answer" => answer))
        end
        session.minutes - start
      end
    end
  end
end
