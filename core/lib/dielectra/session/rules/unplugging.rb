# frozen_string_literal: true

module Dielectra
  module Session
    # A breaker trips, and ohms were read that no sound circuit has, or copper is about to be blamed: everything that is
    # plugged in comes out, one outlet after the other, before a further box is opened or taken apart.
    class Unplugging < Rule
      # Probability that it is what is plugged in
      SUSPECTED = 0.03

      # Steps that look for the fault in copper
      COPPER = %w[open arrange].freeze

      # @return [Step, nil]
      def step
        return unless @belief.world.tripping? && @situation.off?

        again || (out if suspected? && low.any? { |seen| seen.arrangement == @arrangement })
      end

      # @param step [Step] what would come next
      # @return [Step, nil] what comes before it
      def before(step) = (out if COPPER.include?(step.do) && wanted?)

      private

      def wanted? = @belief.world.tripping? && @situation.off? && @situation.opened.any? && suspected?

      # The last reading that showed it, once more with something unplugged since
      def again
        seen = low.reverse.find { |one| only_unplugged_since?(one) } or return
        return if taken?(seen.what.to_s, seen.at, seen.toggles)

        place = @situation.place_of_point(seen.at.first)
        return unless @situation.open?(place)

        step =
          @session
            .approach
            .hands(place) do |hands|
              reading = -> { hands.step(:probe, tool: seen.what.to_s, at: seen.at) }
              seen.toggles == toggles ? reading.call : @session.approach.toggled(seen.toggles.positions, &reading)
            end
        step unless step.nil? || @situation.declined?(step.to_h)
      end

      def only_unplugged_since?(seen)
        stands = seen.toggles == toggles || seen.toggles.known?
        stands && seen.arrangement != @arrangement && @arrangement.with_all_in == seen.arrangement.with_all_in
      end

      # The nearest outlet, of which everything is unplugged
      def out
        outlets
          .sort_by { |load| load.place == @situation.at ? 0 : 1 }
          .each do |load|
            step = @session.permits.looking.step(:unplug, load: load.id)
            return step unless @situation.declined?(step.to_h) || @situation.exhausted?(step.to_h)
          end
        nil
      end

      def outlets =
        @session.job.loads.select do |load|
          load.kind == "receptacle" && !@situation.arrangement.unplugged.include?(load.id)
        end

      # Readings between the hot side and the neutral or the ground that show a short, or more than the breaker carries
      # @return [Array<Diagnosis::Observation>]
      def low = @low ||= @belief.observations.select { |seen| low?(seen) && across?(seen) }

      def low?(seen)
        return seen.reading == "beep" if seen.what == :continuity
        return false unless seen.what == :resistance && seen.reading

        @session.job.supply_volts > seen.reading * (@session.job.amps || USUAL)
      end

      # Amperes of a breaker of which nobody said any
      USUAL = 15
      private_constant :USUAL

      # Whether a reading was taken between the hot side and the neutral or the ground
      def across?(seen)
        roles = Diagnosis::Roles.new(@belief.world, best, @situation).of(seen.at.grep(PointId::CONDUCTOR))
        seen.at.one? { |point| roles[point] == "neutral" || PointId.metal?(point) || ground?(point) } ||
          seen.at.one? { |point| white?(point) }
      end

      def white?(point) =
        @situation
          .cable_ends(@situation.place_of_point(point))
          .any? { |one| one.wires.any? { |wire| one.point(wire) == point && Trade::Color.neutral?(wire.color) } }

      def ground?(point) = @session.findings.grounds.key?(point)

      def suspected?
        @belief.probability do |one|
          one.slow == :overload || one.faults.any? { |fault| beyond?(fault) || plugged?(fault) }
        end >= SUSPECTED
      end

      def plugged?(fault) = fault.kind == :load_shorted && outlets.any? { |load| load.id == fault.device }

      def beyond?(fault) =
        fault.kind == :short && (fault.cable || []).any? { |name| Design::Layout.onward?(EndId.place(name)) }
    end
  end
end
