# frozen_string_literal: true

module Dielectra
  module Session
    # All obeys, and a conductor that was found loose with the others is still capped. If it reads full volts against
    # the line, a load that nobody listed may hang on it. It is joined to the line for a trial. Where a light comes on
    # that nobody listed, it stays so. Otherwise it is capped again.
    class LooseLoad < Rule
      # Probability of being unused from which a conductor is asked about, and of being line from which one counts as it
      UNUSED = 0.5
      LINE = 0.95
      # Share of the supply from which volts count as full
      FULL = 0.9

      # @return [Step, nil]
      def step
        return if @session.thorough? || tool.nil?

        @situation.opened_boxes.filter_map { |place| unread(place) || join(place) || part(place) }.first
      end

      private

      def tool = @tool ||= %w[low_z voltage].find { |name| @situation.tool?(name) }

      # The reading that shows whether anything hangs on a capped conductor
      def unread(place)
        line = line(place) or return

        pair = capped(place).map { |point| [line, point] }.find { |one| volts(one).empty? && !declined?(tool, one) }
        pair && read_live(place, tool, pair)
      end

      def join(place)
        line = line(place) or return

        point = capped(place).find { |one| full?([line, one]) && !tried?(place, [line, one]) } or return
        joints = Evidence::Arrangement.joined(@situation.joints(place), [line, point])
        return if @situation.declined_at?(place) || unfit?(place, joints)

        @session.approach.hands(place) { |hands| hands.step(:arrange, joints:) }
      end

      # A trial in vain: the conductor is capped again.
      def part(place)
        line = line(place) or return

        point = idle(place).find { |one| joined?([line, one]) } or return
        if @situation.declined_at?(place) || Evidence::Elsewhere.new(@session.log, @session.job).lit_since?(place)
          return
        end

        joints = @situation.joints(place).map { |joint| joint - [point] }.select { |joint| joint.size > 1 }
        @session.approach.hands(place) { |hands| hands.step(:arrange, joints:) }
      end

      def joined?(pair, joints = @situation.joints(PointId.head(pair.first))) =
        joints.any? { |joint| (pair - joint).empty? }

      # Whether the trial was made before
      def tried?(place, pair) =
        @session.log.done("arrange").any? { |entry| entry["place"] == place && joined?(pair, entry["joints"]) }

      def unfit?(place, joints)
        there = @situation.arrangement.with_joints(place, from: @situation.joints(place), to: joints)
        @session.permits.hazard(@belief.world.same(there)) >= Permits::HAZARD
      end

      # The line of a box, where it is loose no more
      def line(place) =
        @situation.joints(place).flatten.grep(PointId::CONDUCTOR).find { |point| role(point, "line") >= LINE }

      # Those that are still capped
      def capped(place) = idle(place) - @situation.joints(place).flatten

      # Conductors that were loose when the box was opened, as others were, and that nothing is known to use. Of a cable
      # in which all are idle nothing is known. No neutral is joined to a line.
      def idle(place)
        loose = @situation.conductors(place) - @situation.found_joints(place).flatten
        here = @situation.joints(place).flatten
        return [] unless loose.intersect?(here)

        (loose & hots(place, here)).select { |point| role(point, "spare") > UNUSED }
      end

      # Conductors of cables in use that are no neutral by their color
      def hots(place, used)
        @situation
          .own_cable_ends(place)
          .flat_map do |cable_end|
            wires = cable_end.insulated.to_h { |wire| [cable_end.point(wire), wire.color] }
            wires.keys.intersect?(used) ? wires.reject { |_, color| Trade::Color.neutral?(color) }.keys : []
          end
      end

      def role(point, name) = (@roles ||= @session.findings.roles).fetch(point, {}).fetch(name, 0.0)

      def full?(pair)
        read = volts(pair)
        read.any? && read.all? { |one| one >= FULL * @session.job.supply_volts }
      end

      # What was read between two points, in volts
      def volts(pair)
        @session
          .log
          .readings
          .select { |entry| entry["at"].sort == pair.sort }
          .filter_map { |entry| entry.answer["volts"]&.abs }
      end
    end
  end
end
