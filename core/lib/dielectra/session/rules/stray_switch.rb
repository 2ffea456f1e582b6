# frozen_string_literal: true

module Dielectra
  module Session
    # Where a breaker trips: a switch that works nothing anybody knows of, and may lie across line and neutral. With the
    # power off, ohms from its hot side to ground show it, toggle one way and the other. It is taken off then, and its
    # conductors are parted and capped.
    class StraySwitch < Rule
      # Ohms below which line meets neutral through the switch
      SHORT = Diagnosis::DeadReading::COPPER_OHMS

      # @return [Step, nil]
      def step
        return unless @belief.world.tripping?

        reported ||
          @situation.opened.keys.filter_map { |place| strays(place).filter_map { |id| tested(place, id) }.first }.first
      end

      # Switches that were shown to lie across line and neutral, in the form of causes
      # @return [Array<Hash>]
      def causes
        @situation.opened.keys.flat_map do |place|
          strays(place)
            .select { |id| across?(place, id) }
            .map do |id|
              { "kind" => "miswired", "place" => place, "device" => id, "points" => found_on(place, id).sort }
            end
        end
      end

      private

      # A switch that the customer names, and nobody has opened
      def reported
        id = named.find { |one| !@situation.open?(@session.job.control(one).place) }
        place = id && @session.job.control(id).place
        @session.approach.open(place) if place && !@situation.declined?({ "do" => "open", "place" => place })
      end

      # Switches of no load with which the breaker was said to trip, and without which it was not
      def named
        reports = @session.log.select { |entry| entry.kind == "report" }
        idle
          .map(&:id)
          .select do |id|
            on, off = [true, false].map { |up| reports.select { |report| raised(report, id) == up } }
            on.any?(&:tripped?) && off.none?(&:tripped?)
          end
      end

      def raised(report, id) = report["positions"][id] && Trade::Position.raised?(report["positions"][id])

      def idle = @session.job.controls - @session.job.goal.controls

      # Switches in an open box that work no load of the job
      def strays(place)
        wanted = @session.job.goal.controls.map(&:device)
        @situation.opened[place]["devices"]
          .map { |row| row["id"] }
          .select do |id|
            !wanted.include?(id) && @session.job.control(id) && Trade::DeviceKind[@situation.kind_of(id)].switch? &&
              found_on(place, id).size > 1
          end
      end

      def tested(place, id)
        hot, ground = pair(place, id)
        return unless hot && @situation.tool?("resistance")

        [false, true].each do |up|
          next if read(hot, ground).key?(up) || declined?("resistance", [hot, ground])

          step = read_dead(place, "resistance", [hot, ground], { id => up })
          return step if step && !@situation.exhausted?(step.to_h)
        end
        taken_off(place, id) if across?(place, id) && @situation.wired?(id)
      end

      # Ohms by how the toggle stood, as long as its wires were on
      # @return [Hash{Boolean => Float, nil}]
      def read(hot, ground)
        up = nil
        id = stray_of(hot)
        @session
          .log
          .take_while { |entry| !off?(entry, id) }
          .select(&:done?)
          .each_with_object({}) do |entry, all|
            up = Trade::Position.raised?(entry["to"]) if entry.kind == "set" && entry["device"] == id
            next unless entry.kind == "probe" && entry["tool"] == "resistance"

            all[up] = entry.answer["ohms"] if !up.nil? && entry["at"].sort == [hot, ground].sort
          end
      end

      # Whether a step takes all wires off a switch
      def off?(entry, id) =
        entry.kind == "arrange" && entry["joints"].is_a?(Array) && entry.done? &&
          entry["place"] == @situation.place_of_device(id) &&
          entry["joints"].none? do |joint|
            joint.any? { |point| PointId.screw_of?(point, id) && !PointId.metal?(point) }
          end

      def stray_of(hot)
        place = @situation.place_of_point(hot)
        strays(place).find { |id| found_on(place, id).include?(hot) }
      end

      def across?(place, id)
        hot, ground = pair(place, id)
        return false unless hot

        ohms = read(hot, ground)
        ohms.size == 2 && ohms.values.one? { |one| one && one < SHORT }
      end

      # Conductors on the screws of a switch as it was found
      def found_on(place, id) =
        @situation
          .found_joints(place)
          .select { |joint| joint.any? { |point| PointId.screw_of?(point, id) } }
          .flat_map { |joint| joint.grep(PointId::CONDUCTOR) }

      # The side that is no neutral by its color, and a ground of the box
      def pair(place, id)
        hot = found_on(place, id).find { |point| !white?(place, point) }
        ground = @situation.grounds(place).first || found_on(place, id).find { |point| white?(place, point) }
        [hot, ground] if hot && ground
      end

      def white?(place, point)
        cable_end = @situation.cable_ends(place).find { |one| one.id == PointId.owner(point) } or return false
        wire = cable_end.insulated.find { |one| cable_end.point(one) == point }
        wire && @session.job.region.marked_when_hot?(wire.color, cable_end.insulated.map(&:color))
      end

      def taken_off(place, id)
        joints =
          @situation
            .joints(place)
            .map { |joint| joint.reject { |point| PointId.screw_of?(point, id) } }
            .select { |joint| joint.size > 1 }
        @session.approach.hands(place) { |hands| hands.step(:arrange, place:, joints:) }
      end
    end
  end
end
