# frozen_string_literal: true

module Dielectra
  module Session
    # Before a job is stopped: the answer on which that hinges is asked for again, boxes in which it might be repaired
    # are opened, what might repair it is tried, a conductor said to be broken is tested end to end, and the line from
    # the panel is measured.
    class SecondLook < Rule
      LIVE = %i[voltage low_z ncv].freeze
      DEAD = %i[continuity resistance].freeze
      # Posterior that needs no further test
      SURE = 0.9995
      # Probability that it could be repaired above which a closed box is opened first, by obstacle
      DOUBT = { old_scheme: 0.01 }.freeze
      USUAL_DOUBT = 0.06

      # @param given_up [Repair::Plan] the plan that would be given up with
      # @return [Step, nil] the way to the answer that is wanted, nil where none is
      def step(given_up)
        obstacle = given_up.obstacle
        again(given_up) || showing || unseen(obstacle) || (closed || kept_live || tried if doubtful?(obstacle)) ||
          (end_to_end(obstacle) unless sure?(obstacle)) || put_back || marked || (arriving if supply?(obstacle))
      end

      private

      # A reading that would show that it could be repaired
      def showing = LastCheck.new(@session) { |hypothesis| repairable?(hypothesis) }.any&.step

      # Whether it could well be repaired
      def doubtful?(obstacle)
        least = DOUBT.fetch(obstacle.kind, USUAL_DOUBT)
        @belief.probability(least:) { |hypothesis| repairable?(hypothesis) } > least
      end

      # Share of the belief, and hypotheses, for which plans are made at most
      SHARE = 0.999
      MOST = 250
      private_constant :SHARE, :MOST

      def leading = @leading ||= @belief.leading(share: SHARE, most: MOST)

      # A run whose ends are hidden may have a spare conductor. One of its boxes is opened.
      def unseen(obstacle)
        return unless obstacle.cable&.all? { |name| EndId.unseen?(name) }

        ends = obstacle.cable.map { |name| EndId.place(name) } & @session.job.boxes.map(&:id)
        place =
          ends
            .reject { |name| @situation.declined?({ "do" => "open", "place" => name }) }
            .min_by { |name| @session.costs.opening(@session.job.place(name)) }
        place && @session.approach.open(place)
      end

      # A closed box in which it could be repaired is opened.
      def closed
        left =
          @session
            .job
            .boxes
            .map(&:id)
            .reject { |name| @situation.open?(name) || @situation.declined?({ "do" => "open", "place" => name }) }
        place = likeliest(left) { |plan, name| plan.closed_places.include?(name) }
        place && @session.approach.open(place)
      end

      # Another circuit's breaker is found, if it keeps hands out of such a box.
      def kept_live
        place =
          likeliest(@situation.opened_boxes.select { |name| @situation.second_circuit?(name) }) do |plan, name|
            plan.places.include?(name)
          end
        step = place && @session.approach.hands(place) { nil }
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      # A repair that might do is tried.
      def tried = @session.actions.find { |one| one.purpose == :repair && one.subject.obstacle.nil? && one.step }&.step

      # The box in which it could most likely be repaired
      # @yieldparam plan [Repair::Plan]
      # @yieldparam place [String]
      # @yieldreturn [Boolean] whether the plan is about the place
      def likeliest(places)
        places.max_by { |place| leading.sum { |one| repairable?(one) && yield(plan(one), place) ? one.weight : 0.0 } }
      end

      def repairable?(hypothesis) = plan(hypothesis).obstacle.nil?

      def plan(hypothesis) = @session.planner.plan(hypothesis, @situation)

      def sure?(obstacle) = @belief.probability { |hypothesis| hypothesis.fault(obstacle.kind) } >= SURE

      # The one answer that contradicts the likeliest hypothesis that could be repaired
      def again(given_up)
        other = leading.find { |hypothesis| repairable?(hypothesis) } or return
        against = @belief.discrepancies(other) - @belief.discrepancies(@belief.hypotheses.first)
        ask(against.first) if against.one? && given_up.obstacle && askable?(against.first)
      end

      # Whether a reading was taken once, with everything joined as it still is
      def askable?(seen)
        (LIVE + DEAD).include?(seen.what) && !declined?(seen.what.to_s, seen.at) && seen.toggles.known? &&
          seen.arrangement == @situation.arrangement &&
          @belief.observations.count do |other|
            other.what == seen.what && other.at == seen.at && other.arrangement == seen.arrangement
          end < 2
      end

      def ask(seen)
        place = @situation.place_of_point(seen.at.first)
        raised = seen.toggles.positions
        if DEAD.include?(seen.what)
          return(
            @session
              .approach
              .hands(place) do |hands|
                @session.approach.toggled(raised) { hands.step(:probe, tool: seen.what.to_s, at: seen.at) }
              end
          )
        end

        @session
          .approach
          .live(place) do |live|
            @session.approach.toggled(raised) { live.step(:probe, tool: seen.what.to_s, at: seen.at) }
          end
      end

      # A conductor said to be broken is joined to the ground, or to another of its run, in one box, and tested in the
      # other.
      def end_to_end(obstacle)
        return unless obstacle.kind == :conductor_open && obstacle.points.none? { |point| PointId.unseen?(point) }

        here, there = obstacle.points
        mate = mate(obstacle) or return
        near, far = mate
        return if tried?([there, far])

        trial = Evidence::Arrangement.joined(@situation.joints(place(here)), [here, near])
        if together?(here, near)
          return(
            @session.approach.hands(place(there)) { |hands| hands.step(:probe, tool: "continuity", at: [there, far]) }
          )
        end

        @session.approach.hands(place(here)) { |hands| hands.step(:arrange, joints: trial) }
      end

      def place(point) = @situation.place_of_point(point)

      def together?(one, other) =
        @situation.joints(place(one)).any? { |joint| joint.include?(one) && joint.include?(other) }

      def tried?(pair) =
        @belief.observations.any? { |seen| seen.what == :continuity && seen.at == pair && trial?(seen.arrangement) }

      # Whether an arrangement was made for a test
      def trial?(arrangement) = arrangement != Evidence::Arrangement.as_found

      # The return for that test: the ground of the run, or a sound conductor of it
      # @return [Array(String, String), nil] its points in either box
      def mate(obstacle)
        run =
          @belief.hypotheses.first.skeleton.runs.find do |item|
            item.strands.any? { |strand| strand.points == obstacle.points }
          end or return
        run.grounding || run.strands.map(&:points).find { |points| points != obstacle.points }
      end

      # With the power off, conductors that are hot when it is on are marked.
      def marked
        return unless @situation.off? && best.faults.none? { |fault| Diagnosis::Deviation::SHORTS.include?(fault.kind) }

        todo = @session.planner.unmarked(@belief.hypotheses.first, @situation)
        point, tape =
          todo.find { |name, color| !@situation.declined?({ "do" => "mark", "point" => name, "tape" => color }) }
        point && @session.approach.hands(place(point)) { |hands| hands.step(:mark, point: point, tape: tape) }
      end

      # Whether the obstacle is that no line comes from the panel, or no neutral goes back
      def supply?(obstacle) =
        obstacle.kind == :no_supply ||
          (obstacle.kind == :conductor_open && feeds.any? { |feed| feed.ends == obstacle.cable })

      def feeds = @belief.hypotheses.first.skeleton.runs.select(&:feed?)

      # Tests whether the line of each feed is live, with the breakers on
      def arriving = feeds.filter_map { |feed| arriving_on(feed) }.first

      def arriving_on(feed)
        place = (feed.places - [feed.feed]).first
        tool, points = @situation.live_reading(place, feed.point(place, "line")) if @situation.open?(place)
        return if tool.nil? || measured?(tool.to_sym, points) || declined?(tool, points)

        @session.approach.live(place) { |live| live.step(:probe, tool: tool, at: points) }
      end

      def measured?(tool, points) = @belief.observations.any? { |seen| seen.what == tool && seen.at == points }

      # Restores a joint made for a test, after its reading
      def put_back
        return if @session.log.last.kind == "arrange"

        @situation.opened.each_key do |name|
          found = @situation.found_joints(name)
          stray =
            @situation.joints(name).any? { |joint| grounded?(joint) && found.none? { |one| (joint - one).empty? } }
          return @session.approach.hands(name) { |hands| hands.step(:arrange, joints: found) } if stray
        end
        nil
      end

      # Whether a joint holds a grounding conductor and one that is not
      def grounded?(joint)
        grounds, others = joint.grep(PointId::CONDUCTOR).partition { |point| @session.findings.grounds.key?(point) }
        grounds.any? && others.any?
      end
    end
  end
end
