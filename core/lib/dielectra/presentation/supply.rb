# frozen_string_literal: true

module Dielectra
  module Presentation
    # Which breaker feeds a job, and how that is known. The label at the panel is no proof.
    class Supply
      # @param breakers [Array<String>]
      # @return [String] why they stay off when a job stops, without a full stop
      def self.left_off(breakers)
        verb = breakers.one? ? "stays" : "stay"
        "#{Naming.list(breakers)} #{verb} off: with what is wrong it is not safe to turn it on"
      end

      # @param session [Session::Troubleshooting]
      def initialize(session)
        @job = session.job
        @situation = session.situation
        @log = session.situation.breaker_log
      end

      # @return [Array<String>] a sentence for each breaker that was seen to feed it, for each wrong label, and for each
      #   neutral that another circuit borrows
      def to_a = proved + wrong + borrowed

      private

      def proved
        (@job.breakers & @log.proved.keys).map do |id|
          proof = @log.proved[id]
          loads = Naming.list(proof.loads.map { |load| Naming.load(load, @job) }.uniq)
          "Breaker #{id} feeds #{loads}: seen in step #{proof.step}."
        end
      end

      # Neutrals that were live by themselves: another circuit returns over this one's
      def borrowed
        @log.behind_points.filter_map do |point, id|
          next unless PointId.conductor?(point) && neutral?(point) && !@job.breakers.include?(id)

          "#{Naming.point(point).capitalize} in the #{Naming.place(PointId.head(point))} box brings back the " \
            "current of " \
            "breaker #{id}: that circuit borrows this one's neutral. It needs its own."
        end
      end

      def neutral?(point)
        cable_end = @situation.cable_ends(PointId.head(point)).find { |one| one.id == PointId.owner(point) } or
          return false
        wire = cable_end.insulated.find { |one| cable_end.point(one) == point } or return false
        @job.region.marked_when_hot?(wire.color, cable_end.insulated.map(&:color))
      end

      def wrong
        right = @job.breakers - [Evidence::Roster::UNKNOWN]
        stray = @job.listed_breakers - @job.breakers
        return [] if stray.empty?

        known = right.empty? ? "Which one does was not found." : "It is #{Naming.list(right)}. Correct the label."
        stray.map { |id| "Breaker #{id} does not feed this circuit, whatever its label says. #{known}" }
      end
    end
  end
end
