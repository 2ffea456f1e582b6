# frozen_string_literal: true

module Dielectra
  module Session
    # Readings that Candidates thinks of: continuity between two points, volts or a detector with the power on, and two loose
    # conductors joined here to be looked for there.
    module Questions
      # Pairs of loose conductors of a place that are thought of being joined.
      MOST_JOINED = 6

      private

      # Continuity between any two points of an open box, as the toggles stand and with the local one thrown.
      def dead_readings
        return [] unless @job.tool?("continuity")

        workable.flat_map do |place|
          there = @standing.hands_in(place, @costs, @job)
          turned(place).flat_map { |states, set, more| pairs(place, states, set, there.spend(more)) }
        end
      end

      # Open boxes that hands can get into.
      def workable = @situation.opened.keys.reject { |place| @situation.second_circuit?(place) }

      def turned(place)
        local = @job.wanted_controls.find { |control| control.place == place }
        return [[@states, nil, 0.0]] unless local

        ups = [true, false].map { |up| [interned(@states.map { |state| state.merge(local.id => up) }), {local.id => up}, @costs["set"]] }
        known = @situation.positions[local.id]
        known ? [[@states, nil, 0.0], ups[Trade::Position.raised?(known) ? 1 : 0]] : ups
      end

      def pairs(place, states, set, there)
        there = there.spend(@costs["probe"])
        points = probing_points(place)
        table = points.combination(2).reject { |pair| asked?(:continuity, pair, states) }
        told_apart(table, Beeps.new(@outlook.hypotheses, @belief.prediction, @arrangement, states, points))
          .map do |pair, answers|
            step = @approach.hands(place) { |hands| with_toggles(set) { hands.probe("continuity", pair) } }
            candidate(:continuity, pair, there, answers, step)
          end
      end

      def with_toggles(set, &) = set ? @approach.toggled(set, &) : yield

      # The few questions that leave the least doubt, each with how likely a yes is under every hypothesis. Questions that tell
      # the same apart are asked of one of them.
      # @param profile [Beeps, Volts]
      def told_apart(questions, profile, most: 3)
        return [] if profile.patterns.size < 2

        different = {}
        questions.each do |question|
          yes = profile.yes(question)
          different[yes] ||= question unless yes.minmax.reduce(:-).abs < 1e-9
        end
        weights = @outlook.pattern_weights(profile)
        different.min_by(most) { |yes, _| @outlook.doubt_after(weights, yes) }
                 .map { |yes, question| [question, profile.pattern_of.map { |number| {true => yes[number], false => 1 - yes[number]} }] }
      end

      # Points of the circuit in an open box, grounds that nothing is joined to left out.
      def probing_points(place)
        (@probing_points ||= {})[place] ||= begin
          joined = @situation.joints(place).flatten
          others = @situation.cable_ends(place) - @situation.own_cable_ends(place)
          @situation.points(place).reject { |point| (point.end_with?(".ground", ".box") && !joined.include?(point)) || others.any? { |cable_end| cable_end.points.include?(point) } }
        end
      end

      # What is live in an open box with the power on: volts between two points, or a detector held to one.
      def live_readings
        return [] if !@situation.bare.empty? || (@situation.power != "on" && @permits.energise.nil?)

        @situation.opened.keys.flat_map do |place|
          there = @standing.switched_on(@costs, @job).moved(place, @costs, @job).spend(@costs["probe"])
          stands(place).flat_map { |states, set, more| volts(place, there.spend(more), states, set) + detected(place, there.spend(more), states, set) }
        end
      end

      # The toggles as they are; where all has been watched and only a last doubt is left, the local one thrown as well.
      def stands(place) = @proof.complete? ? turned(place) : [[@states, nil, 0.0]]

      def volts(place, there, states, set)
        tool = %w[low_z voltage].find { |name| @job.tool?(name) } or return []
        points = probing_points(place)
        table = points.combination(2).reject { |pair| asked?(tool.to_sym, pair, states) }
        told_apart(table, Volts.new(@outlook.hypotheses, @belief.prediction, @arrangement, states, points))
          .map { |pair, answers| candidate(:volts, pair, there, answers, @approach.live(place) { |live| with_toggles(set) { live.probe(tool, pair) } }) }
      end

      # Worth it only where there is nothing to measure against: a detector can lie.
      def detected(place, there, states, set)
        return [] unless @job.tool?("ncv")

        points = probing_points(place).grep(%r{/})
        table = points.zip.reject { |point| asked?(:ncv, point, states) }
        told_apart(table, Volts.new(@outlook.hypotheses, @belief.prediction, @arrangement, states, points), most: 1)
          .map { |point, answers| candidate(:detect, point, there.spend(0.2), answers, @approach.live(place) { |live| with_toggles(set) { live.probe("ncv", point) } }) }
      end

      # Whether nothing found so far is much better than trying the likeliest repair.
      def worth_more?(found)
        best = found.compact.min_by(&:value)
        @situation.opened.size > 1 && (best.nil? || best.purpose == :stop || doubtful?)
      end

      def doubtful? = @outlook.shares(@outlook.weights).max < 0.7

      # Two loose conductors joined here, looked for there.
      def joined_pairs
        return [] unless @job.tool?("continuity")

        workable.permutation(2).flat_map do |here, there|
          loose_conductors(here).combination(2).first(MOST_JOINED).flat_map { |pair| joined_pair(here, there, pair) }
        end
      end

      def loose_conductors(place)
        joined = @situation.joints(place).flatten
        @situation.own_cable_ends(place).flat_map { |cable_end| cable_end.insulated.map { |wire| cable_end.point(wire) } } - joined
      end

      def joined_pair(here, there, pair)
        joints = @situation.joints(here) + [pair]
        arrangement = @world.same(@situation.arrangement.with_joints(here, from: @situation.joints(here), to: joints))
        stand = @standing.hands_in(here, @costs, @job).spend(2 * @costs["arrange_point"])
                         .hands_in(there, @costs, @job).spend(@costs["probe"] + (2 * @costs["arrange_point"]))
        points = loose_conductors(there)
        told_apart(points.combination(2), Beeps.new(@outlook.hypotheses, @belief.prediction, arrangement, @states, points), most: 1)
          .map do |_, answers|
            step = @approach.hands(here) { |hands| hands.arrange(joints) }
            candidate(:join, pair, stand, answers, step)
          end
      end
    end
  end
end
