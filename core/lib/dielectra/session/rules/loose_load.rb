# frozen_string_literal: true

module Dielectra
  module Session
    # Everything works, and a conductor that was found loose is still capped. If it reads full voltage to the line, it
    # may feed a load that nobody listed. It is joined to the line for a trial. If an unlisted light comes on, it stays
    # joined. Otherwise it is capped again.
    class LooseLoad < Rule
      # Posterior above which a conductor counts as unused, and posterior above which one counts as the line
      UNUSED = 0.5
      LINE = 0.95
      # Least share of the supply that counts as full voltage
      FULL = 0.9

      # @return [Step, nil]
      def step
        return if @session.thorough? || tool.nil?

        @situation.opened_boxes.filter_map { |place| unread(place) || join(place) || part(place) }.first
      end

      private

      def tool = @tool ||= %w[low_z voltage].find { |name| @situation.tool?(name) }

      # The reading that shows whether a capped conductor feeds a load
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
        return if @situation.declined_at?(place) || Evidence::Elsewhere.new(@session.log, @session.job).lit_by?(place)

        joints = @situation.joints(place).map { |joint| joint - [point] }.select { |joint| joint.size > 1 }
        @session.approach.hands(place) { |hands| hands.step(:arrange, joints:) }
      end

      def joined?(pair, joints = @situation.joints(PointId.head(pair.first))) =
        joints.any? { |joint| (pair - joint).empty? }

      # Whether the two were joined before
      def tried?(place, pair) =
        @session.log.done("arrange").any? { |entry| joined?(pair, entry.after.arrangement.joints.fetch(place, [])) }

      def unfit?(place, joints)
        there = @situation.arrangement.with_joints(place, from: @situation.joints(place), to: joints)
        @session.permits.hazard(@belief.world.same(there)) >= Permits::HAZARD
      end

      # The line conductor of a box, once it is spliced or on a screw
      def line(place) =
        @situation.joints(place).flatten.grep(PointId::CONDUCTOR).find { |point| role(point, "line") >= LINE }

      # Unused conductors that are still capped
      def capped(place) = idle(place) - @situation.joints(place).flatten

      # Unused conductors that were loose when the box was opened, as others were. A cable without any conductor in use
      # is left alone, and so is a conductor with the color of a neutral.
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

      # Voltage readings between two points
      def volts(pair) = @session.log.readings_between(pair).filter_map { |entry| entry.answer["volts"]&.abs }
    end
  end
end
