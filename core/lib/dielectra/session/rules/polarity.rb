# frozen_string_literal: true

module Dielectra
  module Session
    # If wires were moved, or nothing is grounded, line and neutral may be reversed while the light obeys. So what is
    # taken for line is found live against the ground, or else by the detector. It is read with the light on: then
    # everything behind the switches is live if they interrupt the line, and nothing is if they interrupt the neutral.
    class Polarity < Rule
      # @return [Step, nil] nil where it was found live as things are joined now, or tried twice, or no open box holds
      #   it
      def step
        unless (grounded? && !moved?) || wanted_toggles.nil? || seen?
          ask(readings.find { |_, tool, points| !declined?(tool, points) }, wanted_toggles)
        end
      end

      # Repeats the reading that just surprised, because everything after it depends on it.
      # @return [Step, nil]
      def again
        last = @belief.observations.last
        unless @situation.power == "on" && last && %i[ncv voltage].include?(last.what) &&
                 @session.rule_of_last == :polarity
          return
        end

        tried =
          @belief.observations.count do |seen|
            seen.arrangement == last.arrangement && seen.what == last.what && seen.at == last.at
          end
        unless last.live? || tried > 1 || harmless?(last)
          ask([@situation.place_of_point(last.at.first), last.what.to_s, last.at], now)
        end
      end

      # Repeats a reading that contradicts what is taken for hot, if it was taken once.
      # @return [Step, nil]
      def once_more
        against = tries.reject(&:live?).find { |seen| tries.one? { |other| other.at == seen.at } }
        against && ask([@situation.place_of_point(against.at.first), against.what.to_s, against.at], wanted_toggles)
      end

      # @return [Boolean] whether what is taken for hot was found not to be, more often than not: then it is not right,
      #   whatever else speaks for it
      def refuted?
        tried = tries
        tried.any? && tried.count(&:live?) * 2 < tried.size
      end

      private

      # @param reading [Array(String, String, Array<String>), nil] place, tool and points
      # @param raised [Hash{String => Boolean}] how the toggles shall stand
      def ask((place, tool, points), raised)
        read_live(place, tool, points, raised) unless place.nil? || declined?(tool, points)
      end

      def moved? = @situation.arrangement.joints.any?

      def grounded? = @situation.opened_boxes.any? { |place| @situation.grounds(place).any? }

      def places = near_first(@situation.opened_boxes)

      # The readings that tell with the toggles so, the nearest first
      # @return [Array<Array(String, String, Array<String>)>] place, tool and points
      def readings(raised = wanted_toggles)
        (@readings ||= {})[raised] ||= places.flat_map do |place|
          hot(place, raised).filter_map { |point| reading(place, point) }
        end
      end

      def reading(place, point) = @situation.live_reading(place, point)&.then { |tool, points| [place, tool, points] }

      # Whether the likeliest explanation of a reading leaves everything as it is
      def harmless?(seen)
        best = @belief.hypotheses.first
        @belief.prediction.likelihood(best, seen) > Diagnosis::Belief::DISCREPANCY &&
          @session.soundness.sound?(best, @arrangement)
      end

      # Conductors that are live under the likeliest hypothesis
      def hot(place, raised)
        reach = best.reach(@arrangement)
        state = @belief.world.bit(stood(raised))
        @situation.conductors(place).select { |point| reach.live(@belief.world.index[point]).anybits?(state) }
      end

      # The most likely state of the contacts
      def stood(raised) = put(raised).likeliest(best.odds)

      def shown(raised) = @belief.prediction.lights(best, @arrangement, stood(raised))

      # The toggles with the light on and something live, else off, with at most the nearest thrown; nil if there is no
      # such way
      def wanted_toggles
        return @wanted_toggles if defined?(@wanted_toggles)

        ways = nearest ? [now, now.merge(nearest => !now[nearest])] : [now]
        clear = ways.select { |raised| @session.job.goal.clear?(shown(raised)) }
        @wanted_toggles =
          clear
            .sort_by { |raised| [-burning(raised), ways.index(raised)] }
            .find { |raised| places.any? { |place| hot(place, raised).any? } }
      end

      # @return [Integer] groups of lights that are on
      def burning(raised) = @session.job.goal.states(shown(raised)).count("on")

      def nearest = @session.job.goal.controls.min_by { |control| control.place == @situation.at ? 0 : 1 }&.id

      # Whether one of them was found live, or one was tried twice
      def seen? = tries.any?(&:live?) || tries.map(&:at).tally.any? { |_, times| times > 1 }

      # Readings of conductors that should be live, with the light on or the toggles as wanted
      def tries = @tries ||= wanted_toggles ? taken : []

      def taken
        @belief.observations.select do |seen|
          seen.arrangement == @situation.arrangement && seen.toggles.known? && telling?(seen.toggles.positions) &&
            wanted(seen.toggles.positions).include?([seen.what, Array(seen.at).sort])
        end
      end

      def telling?(raised) = raised == wanted_toggles || burning(raised).positive?

      def wanted(raised) = readings(raised).map { |_, tool, points| [tool.to_sym, points.sort] }
    end
  end
end
