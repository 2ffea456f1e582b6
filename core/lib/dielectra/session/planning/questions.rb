# frozen_string_literal: true

module Dielectra
  module Session
    # Readings that Actions thinks of: continuity between two points, volts or a detector with the power on, and loose
    # conductors joined here to be looked for there.
    module Questions
      # Joints between loose conductors of a place that are thought of.
      MOST_JOINED = 8
      # Loose conductors of a place that are thought of being joined to the ground.
      MOST_GROUNDED = 4

      private

      # Continuity between any two points of an open box, as the toggles stand and with the local one thrown.
      def dead_readings
        return [] if dead_tools.empty?

        workable.flat_map do |place|
          there = @work_state.hands_in(place, @costs, @job)
          turned(place).flat_map { |toggles, set, more| pairs(place, toggles, set, there.spend(more)) }
        end
      end

      def dead_tools = @dead_tools ||= %w[continuity resistance].select { |tool| @situation.tool?(tool) }

      # Open boxes that hands can get into.
      def workable = @situation.opened_boxes.reject { |place| @situation.second_circuit?(place) }

      def turned(place)
        local = @job.goal.controls.find { |control| control.place == place }
        return [[@toggles, nil, 0.0]] unless local

        ups = [true, false].map { |up| [put(local, up), { local.id => up }, @costs["set"]] }
        known = @situation.positions[local.id]
        known ? [[@toggles, nil, 0.0], ups[Trade::Position.raised?(known) ? 1 : 0]] : ups
      end

      def pairs(place, toggles, set, there)
        there = there.spend(@costs["probe"])
        points = probing_points(place)
        table =
          points
            .combination(2)
            .reject { |pair| dead_tools.all? { |tool| asked?(tool.to_sym, pair, toggles) || declined?(tool, pair) } }
        beeps =
          ContinuitySignatures.new(
            @expected_cost.hypotheses,
            @belief.prediction,
            @arrangement,
            toggles,
            table,
            tools: dead_tools
          )
        table =
          table.reject do |pair|
            beeps.tool_for(pair).then { |tool| asked?(tool.to_sym, pair, toggles) || declined?(tool, pair) }
          end
        readings(:continuity, table, beeps, there) do |pair|
          @approach.hands(place) do |hands|
            with_toggles(set) { hands.step(:probe, tool: beeps.tool_for(pair), at: pair) }
          end
        end
      end

      # Whether a reading cannot be taken, or one was unsure of it.
      def declined?(tool, points) = @situation.declined?({ "do" => "probe", "tool" => tool, "at" => points })

      # The same of the step of a action; a combination that has to be watched is looked at once more.
      def declined_step?(action) =
        @situation.declined?(action.step.to_h, action.purpose == :prove ? Evidence::Refusals::LOOKS : 1)

      def with_toggles(set, &) = set ? @approach.toggled(set, &) : yield

      # The best of the readings a profile is about. Readings that tell the same apart are one of them.
      # @param profile [ContinuitySignatures, VoltageSignatures]
      # @param there [WorkState] with the first reading taken
      # @yieldparam question [Array<String>]
      # @yieldreturn [Step, nil]
      def readings(purpose, questions, profile, there, most: 3, subject: nil)
        return [] if profile.signatures.size < 2

        different = {}
        questions.each do |question|
          yes = profile.yes(question)
          different[yes] ||= question unless yes.minmax.reduce(:-).abs < 1e-9
        end
        lookahead = Lookahead.new(@expected_cost, profile, different.keys, @costs["probe"])
        lookahead
          .best(most)
          .map do |number|
            yes, question = different.to_a[number]
            Action.new(
              purpose:,
              subject: subject || question,
              minutes: there.minutes,
              step: yield(question),
              answers: profile.signature_of.map { |signature| { true => yes[signature], false => 1 - yes[signature] } },
              value:
                there.minutes - @costs["probe"] + @expected_cost.repair(there, @expected_cost.weights) +
                  lookahead.minutes_after(number)
            )
          end
      end

      # Points of the circuit in an open box, grounds that nothing is joined to left out.
      def probing_points(place)
        (@probing_points ||= {})[place] ||= begin
          joined = @situation.joints(place).flatten
          others = @situation.cable_ends(place) - @situation.own_cable_ends(place)
          @situation
            .points(place)
            .reject do |point|
              (PointId.metal?(point) && !joined.include?(point)) ||
                others.any? { |cable_end| cable_end.points.include?(point) }
            end
        end
      end

      # What is live in an open box with the power on: volts between two points, or a detector held to one.
      def live_readings
        return [] if !@situation.bare.empty? || (@situation.power != "on" && @permits.energize.nil?)

        @situation.opened_boxes.flat_map do |place|
          there = @work_state.switched_on(@costs, @job).moved(place, @costs, @job).spend(@costs["probe"])
          stands(place).flat_map do |toggles, set, more|
            volts(place, there.spend(more), toggles, set) + detected(place, there.spend(more), toggles, set)
          end
        end
      end

      # The toggles as they are; where all has been watched and only a last doubt is left, the local one thrown as well.
      def stands(place) = @proof.complete? ? turned(place) : [[@toggles, nil, 0.0]]

      def volts(place, there, toggles, set)
        tool = %w[low_z voltage].find { |name| @situation.tool?(name) } or return []
        points = probing_points(place)
        table = points.combination(2).reject { |pair| asked?(tool.to_sym, pair, toggles) || declined?(tool, pair) }
        readings(
          :volts,
          table,
          VoltageSignatures.new(@expected_cost.hypotheses, @belief.prediction, @arrangement, toggles, table),
          there
        ) { |pair| @approach.live(place) { |live| with_toggles(set) { live.step(:probe, tool: tool, at: pair) } } }
      end

      # Worth it only where there is nothing to measure against: a detector can lie.
      def detected(place, there, toggles, set)
        return [] unless @situation.tool?("ncv")

        points = probing_points(place).grep(PointId::CONDUCTOR)
        table = points.zip.reject { |point| asked?(:ncv, point, toggles) || declined?("ncv", point) }
        readings(
          :detect,
          table,
          VoltageSignatures.new(@expected_cost.hypotheses, @belief.prediction, @arrangement, toggles, table),
          there.spend(0.2),
          most: 1
        ) { |point| @approach.live(place) { |live| with_toggles(set) { live.step(:probe, tool: "ncv", at: point) } } }
      end

      # Whether nothing found so far is better than anything that could be joined: a repair that can be carried out, most likely
      # the right one.
      def worth_more?(found)
        best = found.compact.min_by(&:value)
        @situation.opened.size > 1 && !(%i[repair prove].include?(best&.purpose) && !doubtful?)
      end

      def doubtful? = @expected_cost.shares(@expected_cost.weights).max < 0.7

      # Loose conductors joined here, two to each other or one to the ground, and looked for there.
      def joined_pairs
        return [] unless @situation.tool?("continuity")

        workable.flat_map do |here|
          trials(here).flat_map { |joint| (workable - [here]).flat_map { |there| joined(here, there, joint) } }
        end
      end

      # What could be joined in a place for a reading elsewhere: any two loose conductors, those of different cables first, and
      # each to the ground.
      # @return [Array<Array<String>>]
      def trials(place)
        loose = loose_conductors(place)
        ground = ground_of(place)
        inside, across = loose.combination(2).partition { |pair| pair.map { |point| PointId.owner(point) }.uniq.one? }
        (across + inside).first(MOST_JOINED) +
          (ground ? loose.first(MOST_GROUNDED).map { |point| [point, ground] } : [])
      end

      # A grounding conductor of a place that is joined as it was found.
      def ground_of(place)
        bare = @situation.grounds(place)
        bare.find { |point| @situation.joints(place).any? { |joint| joint.include?(point) } } || bare.first
      end

      def loose_conductors(place)
        joined = @situation.joints(place).flatten
        @situation.conductors(place) - joined
      end

      def joined(here, there, joint)
        now = @situation.joints(here)
        joints = Evidence::Arrangement.joined(now, joint)
        arrangement = @world.same(@situation.arrangement.with_joints(here, from: now, to: joints))
        work = Evidence::Arrangement.changed(now, joints).size * @costs["arrange_point"]
        duty =
          @work_state
            .hands_in(here, @costs, @job)
            .spend(work)
            .hands_in(there, @costs, @job)
            .spend(@costs["probe"] + work)
        pairs = probing_points(there).combination(2).to_a
        profile = ContinuitySignatures.new(@expected_cost.hypotheses, @belief.prediction, arrangement, @toggles, pairs)
        readings(:join, pairs, profile, duty, subject: joint, most: 1) do
          @approach.hands(here) { |hands| hands.step(:arrange, joints: joints) }
        end
      end
    end
  end
end
