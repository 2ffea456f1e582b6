# frozen_string_literal: true

module Dielectra
  module Evidence
    # The breakers that feed a job, as far as the house has shown: those listed, less those that have nothing to do with
    # it, and those that were found.
    class OwnBreakers
      # Insulated conductors of a cable above which it may be shared by two circuits
      TWO_WIRE = 2

      # @param listed [Job]
      # @param situation [Situation]
      # @param devices [Array<String>] of the job, under whatever name
      def initialize(listed, situation, devices)
        @listed = listed
        @situation = situation
        @log = situation.breaker_log
        @devices = devices
      end

      # @return [Array<String>] Roster::UNKNOWN for one nobody has found
      def to_a
        listed = @listed.breakers
        own = listed.reject { |id| elsewhere?(id) }
        own |= @log.behind_loads.values | @log.proved.keys | tripped
        own |= @log.behind_points.select { |point, id| ours?(point, id) }.values
        own |= [Roster::UNKNOWN] if own.empty? || @log.searched
        own.size > 1 && @log.behind_loads.any? && @log.searched.nil? ? own - [Roster::UNKNOWN] : own
      end

      private

      # Whether a listed breaker has nothing to do with the job: every load stayed on with it off, or the box that
      # another one kept live stays dead with it on
      def elsewhere?(id)
        return false if @log.proved?(id) || @log.behind_points.value?(id) || @log.joined.any?
        trial = @log.trial
        return true if @listed.breakers.one? && (@log.stayed.key?(id) || (tripped.any? && trial&.settled != :here))
        return false unless @listed.breakers.one? && trial && trial.settled != :here

        found_ours?(trial.found) && @situation.breakers_found.fetch(id, "on") == "on"
      end

      # Whether a breaker that was found behind a conductor feeds the job
      def found_ours?(id)
        point = @log.behind_points.key(id)
        !point.nil? && ours?(point, id)
      end

      # Whether the circuit of a live conductor is one of the job's. That of a breaker that put a load out is. Where the
      # job's own breaker is known, a cable with one hot conductor is another circuit's; one with more may be shared.
      def ours?(point, id)
        return true if @log.proved?(id) || (@listed.breakers.include?(id) && tripped.empty?)
        return shared?(point) if known_supply?

        !strangers_only?(point)
      end

      # Breakers that nobody listed, tripped while the loads are dark. Nothing is made of them once the listed one is
      # seen to feed the job.
      def tripped = @listed.breakers.any? { |id| @log.proved?(id) || behind_ours?(id) } ? [] : @log.tripped

      # Whether a breaker was found behind a conductor on a device of the job
      def behind_ours?(id)
        point = @log.behind_points.key(id)
        !point.nil? && ours_at?(point)
      end

      # Whether a point is on a device of the job
      def ours_at?(point)
        return @devices.include?(PointId.owner(point)) unless PointId.conductor?(point)

        @situation
          .opened
          .each_value
          .flat_map { |found| found["joints"] }
          .any? do |joint|
            joint["points"].include?(point) && joint["points"].any? { |one| @devices.include?(PointId.owner(one)) }
          end
      end

      def known_supply? =
        tripped.any? || @log.proved.any? || @listed.breakers.any? { |id| @log.behind_points.value?(id) }

      def shared?(point)
        row = end_of(point)
        row ? row["conductors"].count { |wire| !grounding?(wire) } > TWO_WIRE : false
      end

      def grounding?(wire) = Trade::Color.grounding?(wire["color"])

      def end_of(point)
        owner = PointId.conductor?(point) ? PointId.owner(point) : nil
        owner && @situation.opened.each_value.flat_map { |found| found["cable_ends"] }.find { |row| row["id"] == owner }
      end

      # Whether a conductor was found on a device that is not the job's, and on nothing else
      def strangers_only?(point)
        @situation.opened.each_value do |found|
          joint = found["joints"].map { |one| one["points"] }.find { |points| points.include?(point) } or next
          screws = joint.reject { |one| PointId.conductor?(one) || PointId.metal?(one) }
          return screws.any? && screws.none? { |one| @devices.include?(PointId.owner(one)) }
        end
        false
      end
    end
  end
end
