# frozen_string_literal: true

module Dielectra
  module Session
    # Where wires were moved, or nothing is grounded: line and neutral may be the other way round and the light obeys all the
    # same. Nothing is called right then before what is taken for hot was found live against the ground, or where there is
    # none by the detector. With the light on, since what hangs on the lamp alone is live too while it is off.
    class Polarity
      # Volts from which on it is.
      LIVE = 90

      # @param session [Troubleshooting] with the power on
      def initialize(session)
        @session = session
        @situation = session.situation
        @belief = session.belief
      end

      # @return [Step, nil] nil where it was found live as things are joined now, or tried twice, or no open box holds it
      def step
        ask(readings.first) unless (grounded? && !moved?) || seen?
      end

      # The reading that has just come out otherwise, once more: all that is done next hangs on it.
      # @return [Step, nil]
      def again
        last = @belief.observations.last
        return unless @situation.power == "on" && last && %i[ncv voltage].include?(last.what) && @session.rule_of_last == :polarity

        tried = @belief.observations.count { |seen| seen.arrangement == last.arrangement && seen.what == last.what && seen.at == last.at }
        ask([@situation.place_of_point(last.at.first), last.what.to_s, last.at]) unless live?(last) || tried > 1
      end

      private

      def ask((place, tool, points))
        step = place && @session.approach.live(place) { |live| @session.approach.toggled(lit) { live.probe(tool, points) } }
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      def moved? = @situation.arrangement.joints.any?

      def grounded? = places.any? { |place| ground(place) }

      def places = @situation.opened.keys.sort_by { |place| place == @situation.at ? 0 : 1 }

      # The readings that would tell, the nearest first.
      # @return [Array<Array(String, String, Array<String>)>] place, tool and points
      def readings
        @readings ||= places.flat_map { |place| hot(place).filter_map { |point| reading(place, point) } }
      end

      def reading(place, point)
        return [place, "voltage", [point, ground(place)]] if ground(place) && @session.job.tool?("voltage")

        [place, "ncv", [point]] if @session.job.tool?("ncv")
      end

      def ground(place) = @situation.own_cable_ends(place).filter_map { |cable_end| cable_end.grounding && cable_end.point(cable_end.grounding) }.first

      # Conductors that are live under the likeliest hypothesis while the light is on.
      def hot(place)
        nets = @belief.hypotheses.first.nets(arrangement, lit)
        wires = @situation.own_cable_ends(place).flat_map { |cable_end| cable_end.insulated.map { |wire| cable_end.point(wire) } }
        wires.select { |point| nets[@belief.world.index[point]] == nets[@belief.world.source] }
      end

      def arrangement = @arrangement ||= @belief.world.same(@situation.arrangement)

      # The toggles with the light on, at most the nearest thrown.
      def lit
        @lit ||= begin
          now = Diagnosis::Toggles.now(@session.job, @situation.positions).interned(@belief.world).first
          on = @belief.prediction.lights(@belief.hypotheses.first, arrangement, now) == :on
          on ? now : @belief.world.toggles(now.merge(nearest => !now[nearest]))
        end
      end

      def nearest = @session.job.wanted_controls.min_by { |control| control.place == @situation.at ? 0 : 1 }.id

      # Whether one of them was found live, or one was tried twice.
      def seen?
        wanted = readings.map { |_, tool, points| [tool.to_sym, points.sort] }
        tried = @belief.observations.select { |seen| seen.arrangement == @situation.arrangement && seen.toggles.first == lit && wanted.include?([seen.what, Array(seen.at).sort]) }
        tried.any? { |seen| live?(seen) } || tried.map(&:at).tally.any? { |_, times| times > 1 }
      end

      def live?(seen) = seen.what == :ncv ? seen.reading == "glow" : seen.reading >= LIVE
    end
  end
end
