# frozen_string_literal: true

module Dielectra
  module Session
    # A breaker trips, and ohms were read that no sound circuit has: everything that is plugged in comes out, one outlet
    # after the other, before copper is blamed and further boxes are opened.
    class Unplugging < Rule
      # Probability that it is what is plugged in
      SUSPECTED = 0.03

      # @return [Step, nil]
      def step
        return unless @belief.world.tripping? && @situation.off? && read_low? && suspected?

        outlets
          .sort_by { |load| load.place == @situation.at ? 0 : 1 }
          .each do |load|
            step = @session.permits.looking.step(:unplug, load: load.id)
            return step unless @situation.declined?(step.to_h) || @situation.exhausted?(step.to_h)
          end
        nil
      end

      private

      def outlets =
        @session.job.loads.select do |load|
          load.kind == "receptacle" && !@situation.arrangement.unplugged.include?(load.id)
        end

      # Whether a short, or more than the breaker carries, was read as things are now
      def read_low?
        amps = @session.job.amps || USUAL
        @belief.observations.any? do |seen|
          seen.what == :resistance && seen.reading && seen.arrangement == @arrangement &&
            @session.job.supply_volts > seen.reading * amps && across?(seen)
        end
      end

      # Amperes of a breaker of which nobody said any
      USUAL = 15
      private_constant :USUAL

      # Whether a reading was taken between the hot side and the neutral or the ground
      def across?(seen)
        roles = Diagnosis::Roles.new(@belief.world, best, @situation).of(seen.at.grep(PointId::CONDUCTOR))
        seen.at.one? { |point| roles[point] == "neutral" || PointId.metal?(point) || ground?(point) }
      end

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
