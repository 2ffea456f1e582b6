# frozen_string_literal: true

module Dielectra
  module Session
    # What is done before anybody is sent away: the one answer on which it hangs is asked for once more, boxes in which it might be
    # mended all the same are opened or got at, what might mend it is tried, a conductor that is said to be broken is tried from
    # end to end, and whether line arrives from the panel is measured.
    class SecondLook < Rule
      LIVE = %i[voltage low_z ncv].freeze
      DEAD = %i[continuity resistance].freeze
      # Certainty that needs no further trial.
      SURE = 0.9995
      # Probability that it could be mended all the same from which on a closed box is opened first, by what stands in the way.
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

      # A reading that would show that it could be mended after all.
      def showing = LastCheck.new(@session) { |hypothesis| mendable?(hypothesis) }.any&.step

      # Whether, not unlikely, it could be mended.
      def doubtful?(obstacle) =
        @belief.probability { |hypothesis| mendable?(hypothesis) } > DOUBT.fetch(obstacle.kind, USUAL_DOUBT)

      # Nobody is sent away for a run that nobody has seen an end of: it may have a conductor to spare.
      def unseen(obstacle)
        return unless obstacle.cable&.all? { |name| EndId.unseen?(name) }

        ends = obstacle.cable.map { |name| EndId.place(name) } & @session.job.boxes.map(&:id)
        place =
          ends
            .reject { |name| @situation.declined?({ "do" => "open", "place" => name }) }
            .min_by { |name| @session.costs.opening(@session.job.place(name)) }
        place && @session.approach.open(place)
      end

      # Nobody is sent away while a box is closed in which it could be mended: of an old scheme what its cables carry shows there, of
      # a dead supply a loose line.
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

      # Nor while a second circuit keeps hands out of one in which it could be.
      def kept_live
        place =
          likeliest(@situation.opened_boxes.select { |name| @situation.second_circuit?(name) }) do |plan, name|
            plan.places.include?(name)
          end
        step = place && @session.approach.hands(place) { nil }
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      # Nor before what might mend it was tried.
      def tried = @session.actions.find { |one| one.purpose == :repair && one.subject.obstacle.nil? && one.step }&.step

      # Of some boxes the one in which it could most likely be mended.
      # @yieldparam plan [Repair::Plan]
      # @yieldparam place [String]
      # @yieldreturn [Boolean] whether the plan is about the place
      def likeliest(places)
        places.max_by do |place|
          @belief.probability { |hypothesis| mendable?(hypothesis) && yield(plan(hypothesis), place) }
        end
      end

      def mendable?(hypothesis) = plan(hypothesis).obstacle.nil?

      def plan(hypothesis) = @session.planner.plan(hypothesis, @situation)

      def sure?(obstacle) = @belief.probability { |hypothesis| hypothesis.fault(obstacle.kind) } >= SURE

      # The answer that alone speaks against the likeliest hypothesis that could be mended.
      def again(given_up)
        other = @belief.hypotheses.find { |hypothesis| mendable?(hypothesis) } or return
        against = @belief.discrepancies(other) - @belief.discrepancies(@belief.hypotheses.first)
        ask(against.first) if against.one? && given_up.obstacle && askable?(against.first)
      end

      # A reading that was taken once, with everything joined as it still is.
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

      # A broken conductor joined to the ground, or to another of its run, in one box and looked for in the other.
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

      # Whether an arrangement has a conductor on the ground, or two of a run together, for a trial.
      def trial?(arrangement) = arrangement != Evidence::Arrangement.as_found

      # What serves as the way back: the ground of the run, or a conductor of it that is whole.
      # @return [Array(String, String), nil] its points in either box
      def mate(obstacle)
        run =
          @belief.hypotheses.first.skeleton.runs.find do |item|
            item.strands.any? { |strand| strand.points == obstacle.points }
          end or return
        run.grounding || run.strands.map(&:points).find { |points| points != obstacle.points }
      end

      # Nor is a box left, the power being off, with a conductor unmarked that is hot when it is on.
      def marked
        return unless @situation.off?

        todo = @session.planner.unmarked(@belief.hypotheses.first, @situation)
        point, tape =
          todo.find { |name, color| !@situation.declined?({ "do" => "mark", "point" => name, "tape" => color }) }
        point && @session.approach.hands(place(point)) { |hands| hands.step(:mark, point: point, tape: tape) }
      end

      # Whether what stands in the way is that nothing comes from the panel, or does not go back there.
      def supply?(obstacle) =
        obstacle.kind == :no_supply || (obstacle.kind == :conductor_open && feed.ends == obstacle.cable)

      def feed = @belief.hypotheses.first.skeleton.runs.find(&:feed?)

      # Whether the line of the feed is live, with the breaker on.
      def arriving
        line = feed.strands.find { |strand| strand.function == "line" }.points[feed.side(feed_place)]
        tool, points = @situation.live_reading(feed_place, line) if @situation.open?(feed_place)
        return if tool.nil? || measured?(tool.to_sym, points) || declined?(tool, points)

        @session.approach.live(feed_place) { |live| live.step(:probe, tool: tool, at: points) }
      end

      def feed_place = feed.places.find { |place| place != Design::Layout::FEED }

      def measured?(tool, points) = @belief.observations.any? { |seen| seen.what == tool && seen.at == points }

      # Nothing that was joined for a trial stays so.
      def put_back
        @situation.opened.each_key do |name|
          found = @situation.found_joints(name)
          stray =
            @situation.joints(name).any? { |joint| grounded?(joint) && found.none? { |one| (joint - one).empty? } }
          return @session.approach.hands(name) { |hands| hands.step(:arrange, joints: found) } if stray
        end
        nil
      end

      # Whether a joint has a grounding conductor and one that is not.
      def grounded?(joint)
        grounds, others = joint.grep(PointId::CONDUCTOR).partition { |point| @session.findings.grounds.key?(point) }
        grounds.any? && others.any?
      end
    end
  end
end
